# frozen_string_literal: true

module Dakren
  module Rooms
    # One field as a page prints it: an input, a list to choose from, or lines of text.
    #
    # id and name of the field; problem: what is wrong with it; complaint: as whom it complains; note: what is said below it;
    # choices: [value, words] pairs or groups of them by heading; beside: another control in the same frame; slides: least, most
    # and where a slider beside it stands; more: attributes.
    Control = Value.define(:name, :label, id: nil, value: "", type: "text", choices: nil, lines: nil, problem: nil, complaint: nil,
      note: nil, placeholder: nil, css: "", beside: nil, slides: nil, quiet: false, more: {}.freeze) do
      def key
        id || name
      end

      # What the control's element has, for printing.
      # @return [Hash{String=>String}]
      def attributes
        typed = choices || lines ? {} : { "value" => value, "autocomplete" => "off", "spellcheck" => "false" }
        typed["type"] = type unless choices || lines || type == "text"
        typed["rows"] = lines if lines
        { "id" => "f-#{key}", "name" => name, **typed, "placeholder" => placeholder, **wrong, **more }.compact
      end

      # Headings and what is listed below each; one without a heading where there are none.
      # @return [Array<Array(String, Array)>]
      def groups
        choices.is_a?(Hash) ? choices.to_a : [[nil, choices]]
      end

      def chosen?(choice)
        value.to_s == choice.to_s
      end

      # @return [String] words of what is chosen
      def chosen_words
        groups.flat_map(&:last).find { |value, _| chosen?(value) }&.last.to_s
      end

      def says
        problem && "#{complaint || label} #{problem}"
      end

      private

      def wrong
        problem ? { "aria-invalid" => "true", "aria-describedby" => "e-#{key}" } : {}
      end
    end

    # Rows of figures as a page prints them, with a blank one to go on with.
    Rows = Value.define(:key, :title, :heads, :lines, problem: nil)
    # One line of them: its number, and a control for each column.
    RowLine = Value.define(:number, :cells)
  end
end
