# frozen_string_literal: true

require_relative "tin_words"

module Dakren
  module Rooms
    # Tins a batch may be mixed from: which are offered first, and what is to be said of them.
    class BenchTins
      include TinWords

      OTHER = ["", "another tin"].freeze

      # @param walk [Dakren::Bench::Walk]
      def initialize(walk, settings, wording, zone:)
        @walk = walk
        @settings = settings
        @wording = wording
        @zone = zone
        @today = zone.at(Stores::Now.wall).to_date
        @materials = Stores::Tins.materials(walk.recipe.sheet, walk.recipe.hardeners)
      end

      # Those of each material, the one to use first first.
      # @return [Array<Array<Stores::Tin>>]
      def all
        @all ||= @materials.map(&:first).then { |names| Stores::Tins.of(names).then { |found| names.map { |name| found[name] || [] } } }
      end

      def any?
        all.any?(&:any?)
      end

      # Is a part kept here, so that its lot is known?
      # @param i [Integer] of the materials
      def kept?(index)
        all.fetch(index, []).any?
      end

      # The pair that is open, or else the one to open next: what belongs together goes together.
      # @return [Array<Stores::Tin, nil>] one for each material
      def offered
        @offered ||= whole_set || begin
          first = all[0].first
          [first, *all.drop(1).map { |tins| tins.find { |tin| first && !tin.crosses?(first) } || tins.first }]
        end
      end

      # Does hardener belong to its resin here, so that crossing them is asked about?
      def paired?
        Stores::Sheet.where(resin: @materials.map { |material, _, _| material[0] }, hardener: @materials.map do |material, _, _|
          material[1]
        end)
          .where(paired: false).none?
      end

      # @return [Array<Control>] which tin of each material that is kept
      def fields
        @materials.each_index.select { |i| kept?(i) }.map do |i|
          Control.new(name: "tin_#{i}", label: "#{called(i)} from", choices: [*all[i].map { |tin| [tin.id.to_s, shortly(tin)] }, OTHER],
            value: offered[i]&.id.to_s)
        end
      end

      # What is to be known before the first of them is opened.
      # @return [Array<String>]
      def told
        offered.each_with_index.filter_map { |tin, i| tin && told_of(tin, wanted(i)) }
      end

      private

      # The first set there is a tin of each part of, one that is open before the others.
      # @return [Array<Stores::Tin>, nil]
      def whole_set
        sets = all[0].map { |tin| all.map { |tins| tins.find { |one| !one.crosses?(tin) } } }.select(&:all?)
        sets.max_by.with_index { |tins, i| [tins.count(&:open?), -i] }
      end

      # As much as a phone shows of it.
      def shortly(tin)
        "#{tin.called}, #{held(tin.level, tin.unit)} left, #{tin.opened_at ? "open" : "not opened"}"
      end

      # Of several hardeners each by its name.
      def called(index)
        (_, name), part, = @materials[index]
        return part.to_s.capitalize if part == :resin || @materials.size == 2

        name.capitalize
      end

      def told_of(tin, grams)
        its = "#{tin.name.capitalize}, #{tin.called}"
        return "#{its}, #{by_when(tin)}: look whether it is clear and pours as it did." if tin.expired?(@today)
        return unless tin.unit == "g" && grams > tin.level

        "#{its}, holds #{held([tin.level, 0].max, tin.unit)}; #{held(grams, tin.unit)} are wanted: have the next at hand."
      end

      # Grams of a material that are planned.
      def wanted(index)
        _, part, share = @materials[index]
        recipe = @walk.recipe
        amount = recipe.planned.fetch(part)
        ((recipe.unit == :g ? amount : amount * recipe.density_of(part)) * share).to_f
      end
    end
  end
end
