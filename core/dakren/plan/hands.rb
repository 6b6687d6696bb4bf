# frozen_string_literal: true

require_relative "../base/errors"
require_relative "../base/memo"
require_relative "../base/value"

module Dakren
  module Plan
    # Somebody on the crew. name: empty where only the number of people was told; does: of Hands::SKILLS; hours: Hours, when there.
    Hand = Value.define(:name, :hours, does: %i[mix lay roll inspect].freeze)

    # Who is there when, and what each can do. Whoever is taken is written as a mask of bits, one a hand.
    #
    #   hands = Hands.alike(2, hours)
    #   hands.first(0.0, 30.0, [], Hands::Need.new(count: 1))   # => [0.0, 1]
    class Hands
      SKILLS = { mix: "mixes", lay: "lays", roll: "rolls", inspect: "looks it over" }.freeze
      # How many people, and what must be done by them: each of the skills by another one where there are enough.
      Need = Value.define(count: 1, skills: [].freeze)
      ANYONE = Need.new
      ASKED = Hash.new do |known, skills|
        known[skills] = Hash.new do |of_them, count|
          of_them[count] = Need.new(count: count, skills: skills)
        end
      end
      TRIES = 400
      MOST = 20

      attr_reader :list

      # @param count [Integer] 1 to 20 @param hours [Hours]
      # @return [Hands] people nobody told anything of: each is always there and can do everything
      def self.alike(count, hours)
        new(Array.new(count.clamp(1, MOST)) { Hand.new(name: "", hours: hours) })
      end

      # @param count [Integer] of people @param skills [Array<Symbol>]
      # @return [Need] always the same for the same
      def self.need(count, skills = [])
        count == 1 && skills.empty? ? ANYONE : ASKED[skills][count]
      end

      # @param list [Array<Hand>] one or more
      def initialize(list)
        @list = list
        @alike = list.map { |hand| [hand.hours, hand.does] }.uniq.size == 1
        @masks = {}
      end

      def size
        list.size
      end

      # Is each as good as the other, and there at the same hours?
      def alike?
        @alike
      end

      # First minute from there at which enough of them are free for so long in one go.
      # @param busy [Array<Array(Float, Float, Integer)>] from, to and who
      # @return [Array(Float, Integer), nil] minute and who; nil when never
      def first(minute, length, busy, need)
        return alone(minute.to_f, length, busy, need) if size == 1

        at = minute.to_f
        TRIES.times do
          at &&= list.first.hours.fit(at, length) if alike?
          return if at.nil?

          mask = among(there(at, at + length) & ~taken(at, at + length, busy), need)
          return [at, mask] if mask

          at = sooner(at, length, busy)
        end
        nil
      end

      # Who of them could do it just then.
      # @return [Integer, nil] mask
      def at(from, to, busy, need)
        among(there(from, to) & ~taken(from, to, busy), need)
      end

      # Could enough of them ever do it together, whatever the hour?
      def able?(need)
        !among((1 << size) - 1, need).nil?
      end

      # Minutes from there until whoever is at it must stop: the end of their hours.
      # @return [Float]
      def until_shut(minute, mask)
        each_of(mask).map { |hand| hand.hours.until_shut(minute) }.min
      end

      # Who it is and what each does.
      # @return [Array<Array(String, Symbol)>] name and skill, nil where any hands would do
      def roles(mask, need)
        mine = each_of(mask)
        given = need.skills.size > 1 && mine.size > 1 ? spread(mine, need.skills) || {} : {}
        mine.map { |hand| [hand.name, given[hand] || (need.skills.last if need.skills.any?)] }
      end

      private

      def each_of(mask)
        list.each_index.select { |i| mask[i] == 1 }.map { |i| list[i] }
      end

      # The same for one person, whose busy times follow one another: each is looked at once.
      def alone(minute, length, busy, need)
        mask = among(1, need) or return
        met = busy.select { |_, ends, _| ends > minute + 1e-6 }.sort_by!(&:first)
        at = minute
        i = 0
        while (at = list.first.hours.fit(at, length))
          i += 1 while i < met.size && met[i][1] <= at + 1e-6
          return [at, mask] if i == met.size || met[i][0] >= at + length - 1e-6

          at = met[i][1]
        end
        nil
      end

      # Whose hours leave it free.
      def there(from, to)
        return list.first.hours.open?(from, to) ? (1 << size) - 1 : 0 if alike?

        list.each_index.sum { |i| list[i].hours.open?(from, to) ? 1 << i : 0 }
      end

      # Who is at something else.
      def taken(from, to, busy)
        busy.reduce(0) { |all, (begins, ends, who)| begins < to - 1e-6 && ends > from + 1e-6 ? all | who : all }
      end

      # The soonest minute after which somebody more may be free.
      def sooner(at, length, busy)
        ends = busy.filter_map { |begins, over, _| over if over > at + 1e-6 && begins < at + length - 1e-6 }
        ends += list.filter_map { |hand| hand.hours.fit(at, length) }.select { |one| one > at + 1e-6 } unless alike?
        ends.min
      end

      # As many of those as are needed who can do it between them, the least able first.
      def among(mask, need)
        @masks.fetch([mask, need.count, need.skills]) do |key|
          bits = (0...size).select { |i| mask[i] == 1 && usable?(list[i], need) }.sort_by { |i| [list[i].does.size, i] }
          found = bits.combination(need.count).find { |some| covers?(some.map { |i| list[i] }, need) }
          @masks[key] = found&.sum { |i| 1 << i }
        end
      end

      def usable?(hand, need)
        need.skills.empty? || hand.does.intersect?(need.skills)
      end

      def covers?(some, need)
        return need.skills.all? { |skill| some.first.does.include?(skill) } if some.size == 1

        need.skills.size <= 1 || !spread(some, need.skills).nil? ||
          (need.skills.size > some.size && need.skills.all? { |skill| some.any? { |hand| hand.does.include?(skill) } })
      end

      # A hand for each skill, no hand twice; whoever is left does the last of them he can.
      # @return [Hash{Hand=>Symbol}, nil]
      def spread(some, skills)
        return if skills.size > some.size

        order = some.permutation(skills.size).find { |each| each.zip(skills).all? { |hand, skill| hand.does.include?(skill) } } or return
        given = order.zip(skills).to_h.compare_by_identity
        some.reject { |hand| given.key?(hand) }.each { |hand| given[hand] = skills.reverse.find { |skill| hand.does.include?(skill) } }
        given
      end
    end
  end
end
