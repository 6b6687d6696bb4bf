# frozen_string_literal: true

require_relative "tin_words"

module Dakren
  module Rooms
    # One sheet as the shelf shows it.
    class SheetRow
      # Drawn once for as long as neither sheet nor shop change.
      BARS = Memo.new(500)

      # A part on the shelf: how full its tins are, words, and is one of them past its day?
      Level = Value.define(:bar, :words, :wrong)

      include TinWords

      attr_reader :record, :sheet

      # @param record [Stores::Sheet] @param sheet [Sheet, nil] nil where its numbers contradict each other
      # @param standing [Hash] of Stores::Tins @param today [Date]
      def initialize(record, sheet, wording, room_c, last:, standing: {}, today: nil)
        @standing = standing
        @today = today
        @record = record
        @sheet = sheet
        @wording = wording
        @room_c = room_c
        @last = last
      end

      def ratio
        "#{Check.plain(record.ratio_resin)} : #{Check.plain(record.ratio_hardener)}"
      end

      # How long a cup of it lasts, and of what that is said; or how deep it goes.
      # @return [Array(String, String)]
      def pot
        clock = sheet.clock
        return ["no time told", "time its first batch"] if sheet.silent?
        return without_pot(clock) unless clock.pot_life_min

        ["#{@wording.minutes(clock.pot_life_min)} in the cup", "#{show(clock.pot_mass_g, :g)} at #{show(clock.reference_temp_c, :c)}"]
      end

      def without_pot(clock)
        return ["lift to #{show(clock.max_depth_mm, :mm)}", "no pot life given"] if clock.max_depth_mm

        ["#{@wording.minutes(sheet.mix.working_min)} as a film", "no pot life given"]
      end

      # @return [Array<Level>] of resin and hardener, none where none of its tins are kept
      def levels
        { resin: [record.resin, ""], hardener: [record.resin, record.hardener] }.filter_map do |part, material|
          told = @standing[material] and level(part, *told)
        end
      end

      def bar
        return "" if sheet.silent?

        BARS.recall([record.id, record.updated_at, @room_c, @wording.system, @last]) do
          Drawings::StageBar.new(sheet, @room_c, @wording, scale: @last).to_s
        end
      end

      private

      def level(part, left, size, count, use_by, unit)
        Level.new(bar: Drawings::Tin.level(part, (left / size).clamp(0.0, 1.0)), wrong: !use_by.empty? && Date.iso8601(use_by) < @today,
          words: "#{part == :resin ? "A" : "B"} #{held(left, unit)}#{" in #{count} tins" if count > 1}")
      end

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end
    end
  end
end
