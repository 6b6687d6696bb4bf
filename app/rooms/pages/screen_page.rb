# frozen_string_literal: true

module Dakren
  module Rooms
    # How large a millimetre is on this screen, held against a bank card.
    class ScreenPage
      # A bank card, mm.
      CARD_MM = [85.6, 53.98].freeze

      # @param row [Stores::Settings] @param form [Document::SettingsForm]
      def initialize(row, form, wording)
        @row = row
        @form = form
        @wording = wording
      end

      def px_per_mm
        Control.new(name: "px_per_mm", label: "Pixels per #{per_mm == 1 ? "mm" : "inch"}", value: @form.typed["px_per_mm"],
          problem: @form.problems["px_per_mm"], more: { "@input" => "draw" })
      end

      # Millimetres in what pixels are counted on.
      def per_mm
        Document::SettingsForm.per_mm(@wording.system)
      end

      # @return [String] for those who hear it
      def card_words
        @wording.local("A bank card, #{CARD_MM[0]} mm by #{CARD_MM[1].round} mm")
      end

      # @return [Array<String>] how wide and high a bank card is on this screen
      def card
        CARD_MM.map { |mm| (mm * @row.px_per_mm).round(1).to_s }
      end
    end
  end
end
