# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Bench
    # What is told of a batch beside its steps, at the bench or long after: how its cup ended, how hot it got, a check, a note, what was
    # wrong with it, a reading corrected. It moves no step, and whoever is at the bench is not overtaken by it.
    #
    # ended: how (ENDS), min since its parts met; peak: peak_c, and where (SEEN) once it was poured; checked: check, value; note: text,
    # picture; found: sign, cause; corrected: of (number of the event), and what it should have said; aside: why, "" where it counts
    # again.
    module Afterwards
      KINDS = %i[ended peak checked note found corrected aside].freeze
      # Neither do these move a step: the scale rose.
      BESIDE = [:touched, *KINDS].freeze
      # How a cup ended, as it is asked.
      ENDS = { runny: "still runny", thickening: "thickening", gummed: "gummed up", set: "found set" }.freeze
      # Where its heat was seen once it lay on the work: no surface is as hot as what is within.
      SEEN = { inside: "inside it, by a probe", surface: "on its surface" }.freeze
      # What may be corrected of an event, by its name.
      READINGS = %i[reading_g reading_ml added_g added_ml powder_g thinner_ml start_g room_c tins_c].freeze

      module_function

      # @param events [Array<Event>] in order
      # @return [Array<Event>] with what was corrected in its place; data[:was] keeps what it said before
      def corrected(events)
        changes = events.select { |event| event.kind == :corrected }.group_by { |event| event.data.fetch(:of) }
        return events if changes.empty?

        events.map do |event|
          changes[event.number] ? changes[event.number].reduce(event) { |told, change| told_anew(told, change.data) } : event
        end
      end

      def told_anew(event, change)
        says = change.slice(*READINGS)
        was = event.data.slice(*says.keys)
        event.with(at: change[:at] || event.at, data: { **event.data, **says, was: { **was, **event.data[:was].to_h } })
      end
      private_class_method :told_anew
    end
  end
end
