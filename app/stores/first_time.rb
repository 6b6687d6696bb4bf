# frozen_string_literal: true

module Dakren
  module Stores
    # The first batch that was timed, of a tin that says nothing of time: it is the statement its clock is made from.
    #
    # Rule: still in its cup that is a pot life of so much mix at the temperature it had; spread, the working time of a film in that room.
    class FirstTime
      # @param batch [Batch] @param walk [Bench::Walk] on which it was noted
      def initialize(batch, walk)
        @batch = batch
        @walk = walk
      end

      # Writes it down with the resin system, where that still says nothing.
      # @return [Sheet, nil] what was told
      def tell
        note = @walk.events.reverse.find { |event| event.kind == :timed } or return
        sheet = FirstTime.silent(@batch) or return

        sheet.update!(**(note.data[:where] == "work" ? as_a_film(note.data[:lasted_min]) : in_its_cup(note.data[:lasted_min])),
          calibration: nil)
        sheet.keep_quietly(calibration: Shelf.worked_out(sheet))
        sheet
      end

      # The resin system of a batch, while it says nothing of time.
      # @return [Sheet, nil]
      def self.silent(batch)
        found = Sheet.find_by(resin: batch.sheet["resin"], hardener: batch.sheet["hardener"])
        found if found && Shelf.core(found).silent?
      rescue InputError
        nil
      end

      private

      def in_its_cup(minutes)
        { pot_life_min: minutes, pot_mass_g: @walk.contents.mass_g.to_f.round(1).clamp(*Cure::Clock::LIMITS.fetch(:pot_mass_g).first.minmax),
          reference_temp_c: @walk.times.tins_c.round(1) }
      end

      def as_a_film(minutes)
        { working_min: minutes, reference_temp_c: @walk.times.room_c.round(1) }
      end
    end
  end
end
