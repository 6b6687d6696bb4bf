# frozen_string_literal: true

module Dakren
  module Rooms
    # What is told of a task, as a sentence: what every such task needs, and what stands otherwise than usual. The rest waits below.
    class TicketSentence
      # Said always, in this order; then what is told, then what may be said.
      FIRST = %w[coats lifts film glue section across wide deep radius corner ratio sheet pack blend_with blend_share method cup distance
        spread school].freeze
      ALWAYS = %w[sheet method cup blend_share].freeze
      WHERE_ASKED = %w[film coats distance].freeze
      # Words before and after; whatever is not named here is said with its label.
      AROUND = {
        "coats" => ["", "coats of"], "lifts" => ["in", "lifts:"], "film" => ["", "of"], "sheet" => ["", ""],
        "blend_with" => ["blended with", ""], "blend_share" => [":", "of it"], "method" => [", measured by", ""], "cup" => ["in a", ""],
        "spread" => [", spread with a", ""],
        "school" => [",", ""], "surface" => [", on", ""], "service" => [", up to", "in service"], "hands" => [", by", "people"],
        "most" => [", at most", "a batch"], "sections" => [", in", "sections"], "section_by" => [",", ""], "left" => [",", ""],
        "cure_c" => [", cured warm at", ""], "pack" => [", a pack of", "A and B together"],
        "cure_time" => ["for", ""], "cure_ramp" => [", brought up by", ""], "radius" => %w[radius of],
        "glue" => ["", "glue line of"], "distance" => [", resin goes", "from inlet to vacuum"], "corner" => ["in a corner of", "°:"]
      }.freeze

      # @param ticket [TicketPage]
      # @param asked [Array<Array(String, #call)>] everything that is asked of it: the name of each, and what makes its Control
      def initialize(ticket, asked, form)
        @ticket = ticket
        @asked = asked.to_h
        @form = form
        @made = {}
      end

      # @return [Sentence]
      def sentence
        @sentence ||= said.each_with_object(Sentence.new(@form)) do |name, sentence|
          before, after = around(name)
          sentence.add(control(name), before: before, after: after)
        end
      end

      # What stands at its usual value, and can be said.
      # @return [Array<Control>]
      def rest
        (@asked.keys - said).map { |name| control(name) }
      end

      private

      def said
        @said ||= @asked.keys.select { |name| say?(name) }.sort_by { |name| FIRST.index(name) || FIRST.size }
      end

      # Made once somebody looks at it.
      def control(name)
        @made[name] ||= @asked.fetch(name).call
      end

      def around(name)
        return ["", "coat of"] if name == "coats" && ["", "1"].include?(control(name).value.to_s.strip)

        AROUND.fetch(name) { [", #{@form.label(control(name)).downcase}", ""] }
      end

      def say?(name)
        return true if ALWAYS.include?(name) || (WHERE_ASKED.include?(name) && inputs.include?(name.to_sym))
        return false if name == "kind"
        return true if name == "pack" && @ticket.task.pack_wanted?

        return true if inputs.include?(name.to_sym) && @ticket.task.kind.needed?(name.to_sym)

        part = @ticket.part
        @form.said?(part.key(name)) { part.problem(name) || (!untouched?(part, name) && told?(control(name), name)) }
      end

      # Does it stand where it is usual, since nobody touched it? How a coat is spread is told by what it is spread with.
      def untouched?(part, name)
        part[name].nil? && name != "spread"
      end

      def inputs
        @ticket.task.inputs
      end

      def told?(control, name)
        control.choices ? !usual?(control, name) : !control.value.to_s.empty?
      end

      def usual?(control, name)
        return control.value.to_s.empty? if name == "blend_with"

        usual = @ticket.task.kind.usual_choice(name) || (control.choices.is_a?(Hash) ? "" : control.choices.first.first)
        return control.value == "none" if name == "spread"

        control.value.to_s == usual.to_s
      end
    end
  end
end
