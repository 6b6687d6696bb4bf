# frozen_string_literal: true

require_relative "../measure/tools"
require_relative "cup_kind"
require_relative "../base/value"

module Dakren
  module Plan
    # What the shop measures itself is never mixed in more than this by a drill, until somebody says otherwise; a kit is mixed whole.
    MOST_MIXED_G = 10_000

    # One task of a job as the core is told it: a kind of work on its places with one resin system, everything typed read already.
    #
    # id: names it for good, whatever is added beside it; name: what it is called; kind: Work::Kinds::Kind; places: Work::Place, place_ids
    # their names for good; figures: inputs of the kind by name; sheet: Sheet; coats: how many, nil for as few lifts as stay cool enough;
    # sections: nil for as the day allows; school: of SCHOOLS; steps: names of WorkSteps; step_minutes: own minutes by step;
    # own_steps: the builder's own; service_c: hottest in service; marks: what really happened, [coat, section] =>
    # { began:, finished:, soft:, tacky:, hard: } in minutes of the job; measured: how warm it
    # was measured as they were mixed, [coat, section] => { room_c:, tins_c: }; method: of Measure::WAYS;
    # tool: of Measure::Tools or nil; cups: to choose from;
    # known: was "I know" said? own_most: Quantity the builder never mixes more of in a cup, in g, ml, strokes or packs;
    # short_pct: by how much whole counts may miss the need;
    # sides: place to part and face, of Turning::SIDES; gates: id of a task that comes first, and how far it must be, of GATES; people:
    # who work on it, nil for as many as there are; warm_cure: WarmCure the builder told, nil for as the sheet and its service ask;
    # not_before: minute before which a coat shall not begin, [coat, section] => minute; done: minute at which a step was really done, by
    # its name; section_by: :day for as many sections as the day asks, :batch for one
    # batch each.
    Task = Value.define(:id, :kind, :places, :place_ids, :figures, :sheet, name: "", coats: 1, sections: nil, school: :either,
      steps: [].freeze, step_minutes: {}.freeze, own_steps: [].freeze, service_c: nil,
      marks: {}.freeze, measured: {}.freeze, method: :scale, tool: nil, cups: USUAL_CUPS, known: false, own_most: nil,
      short_pct: Measure::Tools::SHORT_PCT, sides: {}.freeze,
      gates: [].freeze, people: nil, warm_cure: nil, section_by: :day, not_before: {}.freeze,
      done: {}.freeze) do
      # @param own [Work::Own] what the shop has weighed itself
      # @return [Work::Sizing]
      def sizing(own)
        Work::Sizing.new(kind, places, figures, density_g_ml: sheet.clock.mixed_density_g_ml, own: own)
      end

      # Laid ply by ply, each onto the tacky one below, where that was told.
      # @return [Task]
      def by_plies
        plies = sizing(Work::Own.new).plies_apart
        plies ? with(coats: plies, school: :tack) : self
      end

      # What was told of how fast it goes, for telling coats apart.
      # @return [Array]
      def pace_told
        figures.values_at(kind.placing.measure.input, :spread, :front, :distance)
      end

      # Grams the chosen tool can take at a time, and the builder ever mixes in one cup; nil where neither sets a limit.
      # @return [Numeric, nil]
      def most_g
        [tool&.most_g(sheet.clock.mixed_density_g_ml), own_most_g || (MOST_MIXED_G unless figures[:pack])].compact.min
      end

      # What whoever works on it must be able to do.
      # @return [Array<Symbol>] of Hands::SKILLS
      def skills
        figures[:spread].to_s.include?("roller") ? %i[mix roll] : %i[mix lay]
      end

      # The maker's packs it is mixed in, where it is.
      # @return [Packs, nil]
      # @raise [InputError]
      def packs
        pack = figures[:pack] or return
        Packs.new(pack_ml: pack, cups: cups, limits: sheet.limits, density_g_ml: sheet.clock.mixed_density_g_ml,
          short_pct: short_pct, printed: figures[:film].respond_to?(:printed?) && figures[:film].printed?)
      end

      # What was told of packs, for telling coats apart.
      def pack_told
        [*figures.values_at(:pack, :last_pack), short_pct]
      end

      # Is the last pack measured out in part?
      def part_pack?
        figures[:last_pack] == "part"
      end

      # How the mix leaves its cup.
      def leaves
        kind.leaves_by(figures.fetch(:spread) do
          kind.inputs.include?(:spread) ? kind.default(:spread) : nil
        end, upright: places.any?(&:upright?))
      end

      # Does it cure under a tent or dust cover?
      def covered?
        figures[:covered] == "covered"
      end

      # What it lies on, and how it lies in plan where it loses heat sideways: of several the one that loses least.
      # @return [Hash{Symbol=>Object}] wall, plan
      def ground
        wall = places.first&.wall || Cure::Wall::GROUNDS.fetch(usual_ground)
        { wall: wall, plan: places.filter_map { |place| footprint(place, wall) }.min_by(&:edge_to_area) }
      end

      # How one body of a place lies in plan, where it is a hollow that loses heat sideways; what faces a neighbour within two walls counts
      # by half.
      # @return [Cure::Footprint, nil]
      def footprint(place, wall)
        long_mm, area_mm2 = place.plan_of_one
        return if long_mm.nil?

        Cure::Footprint.new(perimeter_m: long_mm * (1 - (place.shared_side(2 * wall.mm) / 2)) / 1000, area_m2: area_mm2 / 1e6,
          side_m2k_w: wall.mm / 1000 / wall.w_mk)
      end

      # Where it is marked how far each batch reaches: the outline of its place, where it lies on one.
      def outline
        places.size == 1 ? places.first.outline : nil
      end

      # What is held against its cure, where the hottest in service or a warm cure was told.
      # @param room [Cure::Profile] @param planned [CoatPlan]
      # @return [Service, nil]
      def service_of(room, planned)
        return unless service_c || warm_cure

        Service.new(sheet, hottest_c: (service_c || Service::SERVICE_C.begin).to_f, told: warm_cure,
          cured_at_c: room.warmest(0, planned.hard&.middle || Cure::HORIZON_MIN))
      end

      # Tasks are told apart by their name, and are many times a key.
      def hash
        id.hash
      end

      private

      # What the builder never mixes more of, in grams.
      # @return [Numeric, nil]
      def own_most_g
        density = Exact.of(sheet.clock.mixed_density_g_ml)
        case own_most&.unit
        when nil, :g then own_most&.value
        when :ml then Exact.of(own_most.value) * density
        when :pack then Exact.of(figures.fetch(:pack)) * density * own_most.value
        when :stroke
          split = tool.split(sheet.ratio, own_most.value)
          split.total_g || (split.total_ml * density)
        end
      end

      # What it lies on where nobody said so: moulds are thin, a concrete surface is concrete, everything else wood.
      # @return [Symbol] of Cure::Wall::GROUNDS
      def usual_ground
        return :mould if places.first&.sort == :cavity

        figures[:surface].to_s.start_with?("concrete") ? :concrete : :wood
      end
    end
  end
end
