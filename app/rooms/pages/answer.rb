# frozen_string_literal: true

module Dakren
  module Rooms
    # A figure as a page prints it, opening to its arithmetic; or words alone, where there is none.
    #
    # as: how it is read: :quantity, :weight, :volume, :span, or :clock (from start); step_g: of the scale a weight is for.
    Answer = Value.define(:label, figure: nil, text: nil, as: :quantity, start: nil, css: "", step_g: 0.1) do
      # @param wording [Words::Wording]
      # @return [Array(String, String)] number and unit
      def read(wording)
        return ["unknown", ""] unless figure.known? || figure.early

        case as
        when :weight then wording.weight(figure.value, resolution_g: step_g)
        when :volume then wording.volume(figure.value)
        when :span then [wording.span(figure.early, figure.late), ""]
        when :clock then [wording.clock_span(start, figure.early, figure.late), ""]
        else wording.quantity_pair(figure.value, figure.unit)
        end
      end

      # Is there something to say, and not only that nobody knows?
      def told?
        !text.nil? || figure.known? || !figure.early.nil?
      end

      # The same in one piece, without its arithmetic.
      # @return [String]
      def plain(wording)
        text || read(wording).reject(&:empty?).join(" ")
      end
    end
  end
end
