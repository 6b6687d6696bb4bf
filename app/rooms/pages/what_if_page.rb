# frozen_string_literal: true

module Dakren
  module Rooms
    # "What if": sliders that try a job otherwise, and what would move.
    class WhatIfPage
      # Name, words, from, to and step of each slider.
      SLIDERS = { "wi_room" => ["the room were warmer by", -8, 8], "wi_start" => ["it began later by", -12, 24],
                  "wi_people" => ["the crew had more by", 0, 4] }.freeze
      Slider = Value.define(:name, :words, :from, :to, :value, :unit)

      # @param desk [Document::JobDesk] as it is kept @param asked [Document::WhatIf] @param cups [Array<String>] names
      # @yieldparam document [Hash] @yieldreturn [Document::JobDesk]
      def initialize(desk, asked, cups, wording)
        @desk = desk
        @told = asked.to_h
        @cups = cups
        @wording = wording
        return unless asked.on?

        tried = yield(asked.document(desk.document, desk))
        @tried = tried if tried.coats.any?
        @moved = Words::Moved.new(desk, tried, wording).words
      end

      # The desk that is shown: as it would be, where it can be planned so.
      def shown
        @tried || @desk
      end

      def on?
        !@moved.nil?
      end

      def words
        @moved.any? ? @moved.join(" · ") : "nothing moves"
      end

      def sliders
        units = { "wi_room" => "°#{@wording.bare_temperature}", "wi_start" => "h", "wi_people" => "" }
        SLIDERS.reject { |name, _| name == "wi_room" && !@desk.room_by_figures? }
          .map { |name, (says, from, to)| Slider.new(name: name, words: says, from: from, to: to, value: @told[name], unit: units[name]) }
      end

      # @return [Control]
      def cup
        Control.new(name: "wi_cup", label: "the cup were", value: @told["wi_cup"].to_s,
          choices: [["", "as planned"], *@cups.map { |name| [name, @wording.vessel(name)] }])
      end
    end
  end
end
