# frozen_string_literal: true

module Dakren
  module Rooms
    # What is asked of an appointment.
    class AppointmentPage
      LABELS = { "label" => "What keeps the shop from its work", "starts" => "From", "ends" => "Until" }.freeze

      # @param form [Document::AppointmentForm, nil] as it was typed and not taken
      def initialize(form, wording)
        @form = form
        @wording = wording
      end

      # @return [Array<Control>]
      def fields
        hints = { "label" => "delivery, visit", "starts" => "Tue #{@wording.dates.minute_of_day(600)}",
                  "ends" => @wording.dates.minute_of_day(660) }
        LABELS.map do |name, label|
          Control.new(name: name, label: label, value: @form ? @form.value(name) : "", placeholder: hints[name],
            problem: @form&.problems&.fetch(name, nil))
        end
      end

      def open?
        !@form.nil?
      end
    end
  end
end
