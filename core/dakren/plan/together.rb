# frozen_string_literal: true

require_relative "../base/value"
require_relative "shared_things"

module Dakren
  module Plan
    # What several jobs want of the same hands, and where that is more than there are.
    #
    #   works = [Together::Work.new(job: 1, from: 0, to: 60), Together::Work.new(job: 2, from: 30, to: 90)]
    #   Together.new(works, 1).clashes.map { |one| [one.from, one.to] }   # => [[30, 60]]
    #
    # Rule: a job by itself never clashes, whatever it was planned with: it is planned with the hands it was told of.
    class Together
      # One stretch of work. job: what it is of, nil for an appointment; from, to: on any one clock; count: hands it takes without a name;
      # names: of those who were told to do it; thing: what it takes instead of hands, of SharedThings; dusty: does it foul the air that
      # others need clean? about: whatever the asker wants back.
      Work = Value.define(:job, :from, :to, count: 1, names: [].freeze, thing: nil, dusty: false, about: nil) do
        def hands
          count + names.size
        end

        def at?(moment)
          from <= moment && moment < to
        end
      end
      # Where more is wanted than there is. wanted, there: at its height; thing: what, nil for hands.
      Clash = Value.define(:from, :to, :wanted, :there, :works, thing: nil) do
        # @return [Array] jobs that want the same hands, the one that begins first first
        def jobs
          works.map(&:job).uniq
        end
      end
      # A stretch on the row of one pair of hands; twice: is it wanted for something else too?
      Taken = Value.define(:work, :from, :to, twice: false)
      # name: nil where nobody told one.
      Row = Value.define(:name, :taken)

      # @param works [Array<Work>] @param people [Integer] pairs of hands the shop has
      # @param things [Hash{Symbol=>Integer}] how many of a thing there are; of what is not named nobody is told
      def initialize(works, people, things: {})
        told, @works = works.select { |work| work.to > work.from }.sort_by { |work| [work.from, work.to] }.partition(&:thing)
        @people = people
        @things = told.group_by(&:thing).slice(*things.keys).to_h { |thing, wanted| [thing, [wanted, things[thing]]] }
      end

      # @return [Array<Clash>] in order; what lies side by side with the same jobs in it is one
      def clashes
        @clashes ||= [nil, *@things.keys].flat_map { |thing| clashes_of(thing) }.sort_by { |one| [one.from, one.thing.to_s] }
      end

      # When fewer hands are free than somebody needs.
      # @param need [Integer] hands
      # @return [Array<Array(Numeric, Numeric)>] in order
      def full(need)
        few = spans.select do |from, _|
          hands_of(@works.select do |work|
            work.at?(from)
          end).then { |used| used.positive? && @people - used < need }
        end
        few.each_with_object([]) do |(from, to), found|
          found.last&.last == from ? found[-1] = [found.last.first, to] : found << [from, to]
        end
      end

      # When each of somebody's people is at something else: whom it asks for by name, and for hands without a name as many as are left of
      # nobody's, then the last of them.
      # @param people [Array<String>] names
      # @return [Hash{String=>Array<Array(Numeric, Numeric)>}] in order
      def elsewhere(people)
        spare = [@people - people.size, 0].max
        spans.each_with_object({}) do |(from, to), found|
          on = @works.select { |work| work.at?(from) }
          asked = on.flat_map(&:names).uniq
          more = [on.sum(&:count) - [spare - (asked - people).size, 0].max, 0].max
          [*(people & asked), *(people - asked).last(more)].each do |name|
            list = found[name] ||= []
            list.last&.last == from ? list[-1] = [list.last.first, to] : list << [from, to]
          end
        end
      end

      # Who does what, pair of hands by pair of hands.
      # @return [Array<Row>] those with a name first
      def rows
        names = @works.flat_map(&:names).uniq.sort
        named = names.map { |name| Row.new(name: name, taken: twice_over(@works.select { |work| work.names.include?(name) })) }
        named + unnamed([@people - names.size, (@works.sum(&:count).positive? ? 1 : 0)].max)
      end

      private

      # @param thing [Symbol, nil] nil for hands
      def clashes_of(thing)
        works, there = thing ? @things.fetch(thing) : [@works, nil]
        spans(works).filter_map { |from, to| there ? crowd(works, from, to, there) : clash(from, to) }.each_with_object([]) do |one, found|
          last = found.last
          next found << one unless last && last.to == one.from && last.jobs.sort_by(&:to_s) == one.jobs.sort_by(&:to_s)

          found[-1] = last.with(to: one.to, wanted: [last.wanted, one.wanted].max, works: last.works | one.works)
        end
      end

      # Between every two moments at which something begins or ends.
      def spans(works = @works)
        works.flat_map { |work| [work.from, work.to] }.uniq.sort.each_cons(2)
      end

      # Do more jobs want a thing than there are of it?
      def crowd(works, from, to, there)
        on = works.select { |work| work.at?(from) }
        on = fouled(on) if on.first&.thing == SharedThings::AIR
        wanted = on.map(&:job).uniq.size
        wanted > there ? Clash.new(from: from, to: to, wanted: wanted, there: there, works: on, thing: on.first.thing) : nil
      end

      # Of what is in one air, what makes dust and what another job has lying open in it.
      def fouled(on)
        dusty, open = on.partition(&:dusty)
        dusty.product(open).reject { |one, other| one.job == other.job }.flatten.uniq
      end

      def clash(from, to)
        on = @works.select { |work| work.at?(from) }
        return if on.map(&:job).uniq.size < 2

        wanted = hands_of(on)
        there = [@people, *on.group_by(&:job).values.map { |of_one| hands_of(of_one) }].max
        return unless wanted > there || asked_twice?(on)

        Clash.new(from: from, to: to, wanted: wanted, there: there, works: on)
      end

      def hands_of(works)
        works.sum(&:count) + works.flat_map(&:names).uniq.size
      end

      # Is somebody wanted by two jobs?
      def asked_twice?(works)
        works.flat_map { |work| work.names.uniq.map { |name| [name, work.job] } }.uniq.group_by(&:first).any? { |_, asked| asked.size > 1 }
      end

      def twice_over(works)
        works.map do |work|
          Taken.new(work: work, from: work.from, to: work.to, twice: works.any? { |other| !other.equal?(work) && overlap?(work, other) })
        end
      end

      def overlap?(one, other)
        one.from < other.to && other.from < one.to
      end

      # Each to the first pair that is free; where none is, to the one that is free soonest.
      def unnamed(count)
        rows = Array.new(count) { [] }
        @works.each do |work|
          work.count.times do
            free = rows.find { |row| row.none? { |taken| taken.to > work.from } }
            row = free || rows.reject { |one| one.any? { |taken| taken.work.equal?(work) } }.min_by { |one| one.map(&:to).max } or next
            row << Taken.new(work: work, from: work.from, to: work.to, twice: free.nil?)
          end
        end
        rows.map { |taken| Row.new(name: nil, taken: taken) }
      end
    end
  end
end
