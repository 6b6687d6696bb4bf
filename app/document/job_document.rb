# frozen_string_literal: true

module Dakren
  module Document
    # A job as it was typed: from form to document and back.
    #
    # A document is a flat Hash kept as JSON: "name", "p1-depth", "p1-s2-length", "c1-film" (see Fields). Words are
    # strings, figures { typed, bare }, rows lists of figures, and what there is of places, shapes and tasks lists of ids.
    module JobDocument
      MOST_ROWS = 500
      LONGEST = 20_000
      OUTLINE_LONGEST = 400_000
      MOST_IDS = 60
      # What a place says of its photograph.
      PICTURE = %w[picture picture_scale].freeze
      # Figures and words a job may hold: as many as a page can still show and a form still carry.
      MOST_PAIRS = 12_000

      module_function

      # @param shop_temp_c [Numeric]
      # @param start [String] "2026-11-24T09:00"
      # @return [Hash] a job nobody has typed anything into yet
      # @param zone [String, nil] name of the time zone it is in @param system [String] units of the shop, see Words::Systems
      def blank(shop_temp_c:, start:, zone: nil, system: "metric")
        warm = Words::Systems.us?(system, :temperature) ? :F : :C
        { "name" => "", "start" => start, **(zone ? { "zone" => zone } : {}), "room_mode" => "steady",
          "room" => { "typed" => Check.plain(Measure::Units.from_core(shop_temp_c, warm).round(1)), "bare" => warm.to_s },
          "places" => ["p1"], "p1-form" => "flat", "p1-shapes" => ["s1"], "p1-s1-shape" => "rectangle", "tasks" => ["c1"],
          **new_task("c1", "coat", film_unit: Words::Systems.us?(system, :length) ? "mil" : "mm") }
      end

      # A blank job with its first place and its first task.
      # @param kind [String] of work @param form [String] of a place @param sheet [String] id, "" for none
      # @return [Hash]
      def begun(blank, kind:, form:, sheet:)
        place, task = %w[places tasks].map { |list| ids(blank, list).first }
        Part.of(Part.of(blank, place).with("form" => form), task).with("kind" => kind, "sheet" => sheet)
      end

      # Is their first task the same kind of work?
      def same_work?(one, other)
        [one, other].map { |document| Part.of(document, ids(document, "tasks").first).text("kind") }.uniq.one?
      end

      # @param params [Hash] the submitted form
      # @param page [String] unit system the page spoke: "metric" or "us"
      # @param before [Hash] the document as the page showed it
      # @return [Hash] the document as it is now typed
      def from_form(params, page:, before:)
        params.each_with_object(before.dup) do |(key, raw), document|
          field = Fields.of(key)
          next if before[key].nil? && untouched?(field, key, raw, before)
          next if field.nil? || !there?(key, before) || (before[key].nil? && field.kind != :names && nothing?(raw))

          document[key] = from_field(field, raw, page, before[key])
        end.compact
      end

      # Fields in which more was typed than is kept: nothing is cut without a word.
      # @param params [Hash] as the form sends it
      # @return [Array<Array(Field, Integer, Integer)>] the field, how long it is, and how long it may be
      def too_long(params)
        params.filter_map do |key, raw|
          field = Fields.of(key) or next
          length = [raw].flat_map { |value| texts(value) }.map(&:length).max.to_i
          [field, length, longest(field)] if length > longest(field)
        end
      end

      # What two devices typed, put together: a field changed here wins over what it was, a field
      # changed there stays.
      #
      # @param base [Hash] what this device started from
      # @param mine [Hash] what it sent
      # @param theirs [Hash] what is kept by now
      # @return [Array(Hash, Array<String>)] the document, and keys of fields both have changed
      def merge(base, mine, theirs)
        both = []
        merged = (base.keys | mine.keys | theirs.keys).to_h do |key|
          next [key, theirs[key]] if mine[key] == base[key] || mine[key] == theirs[key]
          next [key, mine[key]] if theirs[key] == base[key]

          both << key unless Fields.of(key)&.kind == :ids
          [key, Fields.of(key)&.kind == :ids ? together(base[key], mine[key], theirs[key]) : mine[key]]
        end
        [merged.compact, both]
      end

      # Does the part of the job this key belongs to exist?
      def there?(key, document)
        match = Fields::KEY.match(key)
        return false unless match[:place].nil? || ids(document, "places").include?(match[:place])
        return false unless match[:shape].nil? || ids(document, "#{match[:place]}-shapes").include?(match[:shape])

        match[:task].nil? || ids(document, "tasks").include?(match[:task])
      end

      # @return [Array<String>]
      def ids(document, key)
        list = document[key]
        list.is_a?(Array) ? list.grep(String) : []
      end

      # How many figures and words a document holds.
      # @return [Integer]
      def pairs(document)
        document.sum { |_, value| value.is_a?(Array) && value.first.is_a?(Array) ? value.sum(&:size) : 1 }
      end

      # Ids of the photographs it shows.
      # @return [Array<Integer>]
      def pictures(document)
        ids(document, "places").map { |id| Part.of(document, id)["picture"].to_i }.select(&:positive?)
      end

      # The same job to be done anew: nothing of what happened to this one, and no photograph, goes with it.
      def anew(document)
        document.reject do |key, _|
          name = Fields::KEY.match(key)&.[](:name)
          PICTURE.include?(name) || Fields.mark(name.to_s) || Fields.not_before(name.to_s) || key == "measured"
        end
      end

      # "I know" was said of what stood there before, and of nothing else.
      def unknown_again(document, before)
        return document if document.none? { |key, value| value != before[key] && Fields.of(key)&.withdraws }

        ids(document, "tasks").reduce(document) { |made, id| Part.of(made, id)["known"] ? Part.of(made, id).with("known" => "no") : made }
      end

      # The document with some of its tasks mixed from another resin system.
      # @param tasks [Array<String>] their ids @param sheet [String] id of the system, or of a blend
      def with_sheet(document, tasks, sheet)
        tasks.reduce(document) { |made, id| Part.of(made, id).with("sheet" => sheet, "blend_with" => "") }
      end

      # Fields of a new task before anything is typed.
      def new_task(id, kind, film_unit: "mm")
        { "#{id}-kind" => kind, "#{id}-film_unit" => film_unit, "#{id}-method" => "scale", "#{id}-cup" => "auto", "#{id}-sheet" => "" }
      end

      # Does the form only send back what stands there by itself? That is nobody's choice, and must not outlive what it comes from:
      # another kind of work brings its own.
      def untouched?(field, key, raw, document)
        case field&.kind
        when :names then usual_steps?(key, raw, document)
        when :choice then raw == usual_choice(field, key, document)
        end
      end

      # What a list to choose from shows while nobody has chosen.
      # @return [String]
      def usual_choice(field, key, document)
        task = Fields::KEY.match(key)[:task]
        usual = task && Work::Kinds::ALL[document["#{task}-kind"].to_s.to_sym]&.usual_choice(field.name)
        usual || field.choices.keys.first
      end

      # Are these the steps the kind of work brings by itself?
      def usual_steps?(key, raw, document)
        kind = document[key.sub(/steps\z/, "kind")].to_s
        raw.is_a?(Array) && (raw.grep(String) - [""]).sort == (Work::Kinds::ALL[kind.to_sym]&.steps || []).map(&:to_s).sort
      end

      # Was nothing typed, in rows neither?
      def nothing?(raw)
        case raw
        when Hash then raw.each_value.all? { |part| nothing?(part) }
        when Array then raw.all? { |part| nothing?(part) }
        else raw.to_s.strip.empty?
        end
      end

      # Do two documents say the same wherever the first says anything?
      def same?(known, other)
        known.all? { |key, value| other[key] == value }
      end

      def from_field(field, raw, page, before)
        case field.kind
        when :rows then rows(raw, field.columns, page, before)
        when :ids then raw.is_a?(Array) ? raw.grep(String).grep(Fields::ID).uniq.first(MOST_IDS) : before
        when :names then raw.is_a?(Array) ? raw.grep(String) & Plan::WorkSteps::ALL.keys.map(&:to_s) : before
        when :choice then field.choices.key?(raw) ? raw : before
        when :word, :film, :time then text(raw, field) || before
        when :list then listed(text(raw, field), field, page, before)
        else raw.is_a?(String) ? kept(text(raw, field), field, page, before) : before
        end
      end

      # An untouched figure keeps the unit it was typed in, even on a page that speaks other units.
      def kept(typed, field, page, before)
        old = AsTyped.kept(before)
        unit = field.bare(page)
        return before if before && old.shown(unit) == typed

        AsTyped.new(typed: typed, bare: unit).to_kept
      end

      # A list keeps the unit it was first given in, which stands beside it on every page, until it is emptied.
      def listed(typed, field, page, before)
        old = AsTyped.kept(before)
        return before if typed.nil? || (before && old.typed == typed)

        AsTyped.new(typed: typed, bare: old.blank? ? field.bare(page) : old.bare || :C).to_kept
      end

      def rows(raw, columns, page, before)
        raw = raw.sort_by { |key, _| key.to_i }.map(&:last) if raw.is_a?(Hash)
        return before || [] unless raw.is_a?(Array)

        list = raw.first(MOST_ROWS).grep(Hash).map.with_index { |row, i| row_of(row, columns, page, before&.at(i)) }
        list.pop while list.any? && list.last.all? { |entry| AsTyped.kept(entry).blank? }
        list
      end

      def row_of(row, columns, page, before)
        columns.each_with_index.map { |field, j| kept(text(row[field.name], field).to_s, field, page, before&.at(j)) }
      end

      def text(value, field)
        return unless value.is_a?(String)

        value[0, longest(field)]
      end

      def longest(field)
        field.name == "loops" ? OUTLINE_LONGEST : LONGEST
      end

      # Every text there is in rows of a form.
      def texts(value)
        case value
        when String then [value]
        when Array then value.flat_map { |part| texts(part) }
        when Hash then value.values.flat_map { |part| texts(part) }
        else []
        end
      end

      # Lists both have changed: mine, with what was added there and without what was taken away there.
      def together(base, mine, theirs)
        base, mine, theirs = [base, mine, theirs].map { |list| list || [] }
        (mine | (theirs - base)) - (base - theirs)
      end
      private_class_method :untouched?, :usual_steps?, :nothing?, :from_field, :kept, :listed, :rows, :row_of, :text, :longest, :texts,
        :together
    end
  end
end
