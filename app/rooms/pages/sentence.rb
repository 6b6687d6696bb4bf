# frozen_string_literal: true

module Dakren
  module Rooms
    # A sentence some of whose words can be changed where they stand.
    #
    #   Sentence.new(form).add(film, after: "of").add(sheet).parts
    class Sentence
      # control: what is changed; before, after: the words around it; unit: behind a bare figure; mark: what closes it up, as a comma
      # that belongs to what follows; wanted: is nothing told yet, and nothing usual?
      Phrase = Value.define(:control, before: "", after: "", unit: "", mark: "", wanted: false)

      attr_reader :parts

      # @param form [JobForm]
      def initialize(form)
        @form = form
        @parts = []
      end

      # @param control [Control]
      # @return [Sentence] self
      def add(control, before: "", after: "")
        wanted = control.choices.nil? && control.value.to_s.empty? && control.placeholder.to_s.empty?
        before = hug(before)
        shown = wanted ? control.with(placeholder: @form.label(control).downcase) : control
        @parts << Phrase.new(control: shown, before: before, after: after, unit: wanted ? "" : unit(control), wanted: wanted)
        self
      end

      # The sentence as it is read, where nothing can be changed.
      # @return [String]
      def plain
        words = @parts.reject(&:wanted).map { |part| " #{part.before} #{told(part)}#{part.mark} #{part.after}" }
        "#{words.join.gsub(/\s+/, " ").gsub(" ,", ",").strip.delete_suffix(",")}."
      end

      # @return [Array<Control>] those that complain
      def wrong
        @parts.map(&:control).select(&:problem)
      end

      # What figures were understood as, where they were typed in other units.
      # @return [Array<String>]
      def notes
        @parts.map(&:control).filter_map { |control| "#{control.value} #{control.note}" if control.note.to_s.start_with?("=") }
      end

      def names
        @parts.map { |part| part.control.name }
      end

      private

      # A comma or colon stands with the words before it, so that no line begins with one.
      # @return [String] the rest
      def hug(before)
        mark = before[/\A[,:]/]
        last = @parts.last
        return before unless mark && last

        @parts[-1] = last.after.empty? ? last.with(mark: last.mark + mark) : last.with(after: last.after + mark)
        before[1..].strip
      end

      def told(part)
        control = part.control
        return control.chosen_words if control.choices

        figure = control.value.to_s.empty? ? control.placeholder.to_s : control.value.to_s
        return control.note.delete_prefix("= ") if control.note.to_s.start_with?("= ")

        [figure, (control.beside&.chosen_words unless figure.match?(/[a-z]/i)), part.unit].compact.reject(&:empty?).join(" ")
      end

      def unit(control)
        return "" if control.choices || control.beside || control.type != "text"

        shown = control.value.empty? ? control.placeholder.to_s : control.value
        return "" unless shown.match?(%r{\A[\s\d.,/+-]+\z})

        Words::Systems.word(@form.bare(control))
      end
    end
  end
end
