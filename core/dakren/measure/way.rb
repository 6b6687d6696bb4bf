# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Measure
    # How a batch is measured, as whoever stands at the bench goes about it.
    #
    # name: as it is kept; short: in a sentence; bare: as it is chosen where the shop has named no tool for it, nil where one must be
    # named; first: the part that goes in first, nil for as the shop likes; read: what is read while it goes in.
    Way = Value.define(:name, :short, :read, :first, bare: nil) do
      # Can somebody say how far a part really came?
      def told?
        %i[weight lines fillings].include?(read)
      end

      # Is it filled to lines of the cup?
      def lines?
        read == :lines
      end

      # Is each filling told by itself?
      def fillings?
        read == :fillings
      end

      # Does it come measured, both tins in full?
      def whole?
        read == :whole
      end

      # Is nothing of it measured at all?
      def unmeasured?
        read == :eye
      end

      # @return [Array<Symbol>] the parts as they go in, where the shop has no wish of its own
      def order
        first == :hardener ? %i[hardener resin] : %i[resin hardener]
      end
    end
    # What may be read: grams; lines of the cup; each filling of a syringe; so many of each; nothing, of whole tins or by eye.
    Way::READ = %i[weight lines fillings count whole eye].freeze
  end
end
