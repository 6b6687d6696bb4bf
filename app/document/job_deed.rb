# frozen_string_literal: true

require "securerandom"

module Dakren
  module Document
    # What a button of the job sheet does to its document: adds, takes away, moves places, shapes and tasks.
    #
    #   JobDeed.new(document).done("add-task:flood")   # => the new document
    class JobDeed
      DEEDS = %w[add-place drop-place add-shape drop-shape add-task drop-task up down repeat split order packs school mark later
        own].freeze
      # A coat, and the moment it shall not begin before: "not_before_2_1=20261202T0850".
      LATER = /\A(?<name>not_before_\d{1,2}_\d{1,2})=(?<moment>\d{8}T\d{4})\z/

      # Why what was pressed was not done.
      # @return [String, nil]
      attr_reader :complaint

      # @param document [Hash] see JobDocument
      # @param packs [#call, nil] from what a task says of its sheet to ml of a pack
      # @param now [Time, nil] in the job's zone
      # @param own [#call, nil] from the number of a step the shop remembers to its list and line
      def initialize(document, packs: nil, now: nil, own: nil)
        @document = document
        @own = own
        @now = now
        @packs = packs
      end

      # @param act [String] e.g. "add-shape:p1:circle", "up:c2"
      # @return [Hash] the document after it; unchanged where it means nothing here
      def done(act)
        deed, *about = act.split(":")
        return @document unless DEEDS.include?(deed)

        grown(send(deed.tr("-", "_"), *about.first(2)) || @document)
      rescue ArgumentError
        @document
      end

      # @param count [Integer] coats of a task @return [Integer] those that stay with it as it is split
      def self.staying(count)
        count - (count / 2)
      end

      private

      # The document after a deed, unless it would be more than can be kept.
      def grown(after)
        return after if JobDocument.pairs(after) <= [JobDocument::MOST_PAIRS, JobDocument.pairs(@document)].max

        refuse("would hold more than #{JobDocument::MOST_PAIRS} figures; begin another job for the rest")
      end

      # Is there room for one more in a list? Where there is none, that is said.
      def room?(key, most, what)
        return true if list(key).size < most

        refuse("holds #{most} #{what} already, and no more can be kept: begin another job for the rest")
        false
      end

      def refuse(why)
        @complaint = "This job #{why}. Nothing was changed."
        @document
      end

      def list(key)
        JobDocument.ids(@document, key)
      end

      def new_id(letter, taken)
        id = "#{letter}#{SecureRandom.random_number(10..99_999)}" while id.nil? || taken.include?(id)
        id
      end

      def add_place(form)
        return unless Fields::FORMS.key?(form) && room?("places", JobDocument::MOST_IDS, "surfaces, voids and joints")

        id = new_id("p", list("places"))
        @document.merge("places" => list("places") + [id], "#{id}-form" => form, "#{id}-shapes" => ["s1"], "#{id}-s1-shape" => "rectangle")
      end

      def drop_place(id)
        without("places", id)
      end

      def add_shape(place, shape)
        key = "#{place}-shapes"
        return unless list("places").include?(place) && Fields::SHAPES.key?(shape) && room?(key, Geometry::Region::MOST_SHAPES,
          "shapes in this place")

        id = new_id("s", list(key))
        @document.merge(key => list(key) + [id], "#{place}-#{id}-shape" => shape,
          "#{place}-#{id}-sign" => list(key).empty? ? "add" : "take")
      end

      def drop_shape(place, shape)
        without("#{place}-shapes", shape, "#{place}-")
      end

      def add_task(kind)
        return unless Work::Kinds::ALL.key?(kind.to_sym) && room?("tasks", JobDocument::MOST_IDS, "tasks")

        id = new_id("c", list("tasks"))
        last = list("tasks").last
        like = %w[sheet method cup film_unit].to_h { |name| ["#{id}-#{name}", @document["#{last}-#{name}"]] }.compact
        @document.merge("tasks" => list("tasks").dup.insert(place_of(kind), id), **JobDocument.new_task(id, kind), **like)
      end

      # Where its kind belongs: before the first task it must precede, else at the end.
      def place_of(kind)
        later = Work::Kinds::ALL.fetch(kind.to_sym).precedes
        list("tasks").index { |other| later.include?(@document["#{other}-kind"].to_s.to_sym) } || list("tasks").size
      end

      def drop_task(id)
        without("tasks", id)
      end

      # Mixed in the packs its data sheet names.
      def packs(id)
        pack = list("tasks").include?(id) && @packs&.call(@document["#{id}-sheet"]) or return
        @document.merge("#{id}-pack" => { "typed" => Check.plain(pack), "bare" => "ml" })
      end

      # A step of the builder's own, as the shop remembers it.
      def own(id, number)
        name, line = @own && list("tasks").include?(id) && @own.call(number.to_i)
        return if name.nil?

        key = "#{id}-#{name}"
        @document.merge(key => (@document[key] || []) + [line]) if Fields.of(key)
      end

      # What happens now: a coat is begun, or its last cup is on. Noted already, it stays as it was noted.
      def mark(id, what)
        key = "#{id}-#{what}"
        return unless @now && list("tasks").include?(id) && Fields.of(key)&.kind == :time && @document[key].to_s.empty?

        @document.merge(key => @now.strftime("%Y-%m-%dT%H:%M"))
      end

      # A coat that waits for an hour which suits it.
      def later(id, told)
        match = LATER.match(told.to_s)
        return unless match && list("tasks").include?(id)

        @document.merge("#{id}-#{match[:name]}" => Time.strptime(match[:moment], "%Y%m%dT%H%M").strftime("%Y-%m-%dT%H:%M"))
      end

      # How the next coat goes onto the last.
      def school(id, school)
        @document.merge("#{id}-school" => school) if list("tasks").include?(id) && Plan::SCHOOLS.key?(school.to_s.to_sym)
      end

      # The list without one, and what was told of it.
      def without(key, id, before = "")
        return unless list(key).include?(id) && list(key).size > 1

        @document.reject { |name, _| name.start_with?("#{before}#{id}-") }.merge(key => list(key) - [id])
      end

      # The same task once more, right after it.
      def repeat(id)
        from = list("tasks").index(id)
        return if from.nil? || !room?("tasks", JobDocument::MOST_IDS, "tasks")

        copied(id, from, new_id("c", list("tasks")))
      end

      # The document with a copy of a task behind it; nothing that happened goes with the copy.
      def copied(id, from, copy)
        mine = @document.select { |key, _| key.start_with?("#{id}-") && Fields.of(key)&.kind != :time }
        kept = mine.transform_keys { |key| key.sub(id, copy) }
        @document.merge("tasks" => list("tasks").dup.insert(from + 1, copy), **kept)
      end

      # Half of a task's coats into a ticket of its own, with what happened to them.
      def split(id)
        from = list("tasks").index(id)
        count = AsTyped.kept(@document["#{id}-coats"]).typed.to_i
        return if from.nil? || count < 2 || !room?("tasks", JobDocument::MOST_IDS, "tasks")

        copy = new_id("c", list("tasks"))
        stay = JobDeed.staying(count)
        gone = @document.filter_map { |key, value| (match = mark_of(id, key)) && match[:coat].to_i > stay && [key, value, match] }
        moved = gone.to_h { |_, value, match| ["#{copy}-#{match[:what]}_#{match[:coat].to_i - stay}_#{match[:section]}", value] }
        copied(id, from, copy).except(*gone.map(&:first)).merge("#{id}-coats" => coats(stay), "#{copy}-coats" => coats(count / 2), **moved)
      end

      # What a key marks, where it is a mark of this task.
      def mark_of(id, key)
        key.start_with?("#{id}-") ? Fields::MARK.match(key.delete_prefix("#{id}-")) : nil
      end

      def coats(count)
        AsTyped.new(typed: count.to_s, bare: nil).to_kept
      end

      # One task before another, as it was dragged.
      def order(id, before = nil)
        return unless list("tasks").include?(id)

        rest = list("tasks") - [id]
        at = rest.index(before) || rest.size
        @document.merge("tasks" => rest.insert(at, id))
      end

      def up(id)
        moved(id, -1)
      end

      def down(id)
        moved(id, 1)
      end

      def moved(id, by)
        key = id.start_with?("c") ? "tasks" : "places"
        from = list(key).index(id)
        return if from.nil? || !(from + by).between?(0, list(key).size - 1)

        order = list(key).dup
        order[from], order[from + by] = order[from + by], order[from]
        @document.merge(key => order)
      end
    end
  end
end
