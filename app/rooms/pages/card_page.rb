# frozen_string_literal: true

module Dakren
  module Rooms
    # Typing in a batch that was mixed away from the bench: what its paper card asks, in the same order.
    class CardPage
      # @param card [Document::BenchCard] @param recipe [Dakren::Bench::Recipe] @param tins [BenchTins, nil] it may have been mixed from
      def initialize(card, recipe, wording, tins: nil)
        @tins = tins
        @card = card
        @recipe = recipe
        @wording = wording
      end

      # @return [String] the amounts that were asked about, once they were
      def sure
        @card.problems.any? ? @card.sure : ""
      end

      # @return [String]
      def title
        return "Mixed away from the bench? Type in its card." unless @card.again?

        "Typed in already. What is changed here stands instead; what stood before stays in its record."
      end

      # What was planned for it.
      # @return [String]
      def planned
        parts = Document::BenchCard::PARTS.map { |part| "#{part} #{show(@card.planned(part))}" }
        "Planned: #{parts.join(", ")}."
      end

      # @return [Array<Control>]
      def amounts
        return [] unless @card.amounts?

        Document::BenchCard::PARTS.map do |part|
          control(part, "#{part.capitalize} really, #{unit}", placeholder: "as planned",
            note: "what went in, not what the scale showed then")
        end
      end

      # @return [Array<Control>]
      def moments
        [control("began", "Parts met", placeholder: @wording.dates.minute_of_day(850)),
          control("empty", "All on", placeholder: @wording.dates.minute_of_day(880))]
      end

      # @return [Array<Control>]
      def rest
        ends = Dakren::Bench::Afterwards::ENDS.except(:set).map { |name, label| [name.to_s, label] }
        [control("room", "Room, °#{@wording.bare_temperature}", placeholder: "as planned"),
          control("ended", "What was left in the cup", choices: [["", "not looked at"], *ends]), *from_tins, control("lot_a", "Lot of A"),
          control("lot_b", "Lot of B")]
      end

      private

      # Of what stands on the shelf; what is written on the card is what it was.
      def from_tins
        (@tins&.fields || []).map { |field| field.with(value: @card.tin(field.name, field.choices.map(&:first))) }
      end

      def control(name, label, **more)
        Control.new(name: name, label: label, value: @card.value(name), problem: @card.problems[name],
          complaint: Document::BenchCard::NAMES[name], **more)
      end

      def show(value)
        (@recipe.weighed? ? @wording.weight(value, resolution_g: @recipe.resolution_g) : @wording.volume(value)).join(" ")
      end

      def unit
        @recipe.weighed? ? @wording.weight(1)[1] : @wording.volume(1)[1]
      end
    end
  end
end
