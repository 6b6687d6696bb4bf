# frozen_string_literal: true

module Dakren
  module Rooms
    # What is tried by dragging on the cure line: a coat to begin later, the room's line, the end of the day; and what would move.
    class WhatIfPage
      # Words of each handle, for whoever has no pointer.
      HANDLES = { "wi_room" => "room warmer by", "wi_start" => "start later by",
                  "wi_late" => "work longer by" }.freeze
      Handle = Value.define(:name, :words, :range, :value, :unit)

      # @param desk [Document::JobDesk] as it is kept @param asked [Document::WhatIf]
      # @yieldparam document [Hash] @yieldreturn [Document::JobDesk]
      def initialize(desk, asked, wording)
        @desk = desk
        @told = asked.to_h
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
        @moved.any? ? @moved.join(" · ") : "no change"
      end

      def handles
        units = { "wi_room" => "°#{@wording.bare_temperature}" }
        HANDLES.reject { |name, _| (name == "wi_room" && !@desk.room_by_figures?) || (name == "wi_late" && @desk.hours.always?) }
          .map do |name, words|
            Handle.new(name: name, words: words, range: Document::WhatIf::RANGES.fetch(name), value: @told[name],
              unit: units.fetch(name, "h"))
          end
      end

      # What is tried, in words.
      def tried_words
        handles.reject { |handle| handle.value.zero? }
          .map { |handle| format("%s %+d %s", handle.words.delete_prefix("try ").delete_suffix(" by"), handle.value, handle.unit) }
          .join(", ")
      end
    end
  end
end
