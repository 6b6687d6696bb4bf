# frozen_string_literal: true

require_relative "drink"
require_relative "filler"
require_relative "../geometry/sections"
require_relative "place"
require_relative "cloth"
require_relative "cover"
require_relative "placing"
require_relative "../base/value"

module Dakren
  module Work
    # Kinds of work, declared: what each is done on, what must be known, how it is reckoned.
    module Kinds
      # One thing to be told. unit is a kind of measure (:film, :length, :cover, :percent, :volume, :mass, :area,
      # :degrees, :count, :number), :choice or :rows; default is nil where it must be given, :none where it may be left out;
      # asked: other inputs with the values for any of which it is wanted, :told for any; withdraws: does a change withdraw "I know"?
      Input = Value.define(:name, :label, :unit, default: nil, allowed: nil, choices: nil, hint: nil, asked: nil, withdraws: false)

      # on: what sort of place it is done on; rule: :film or :volume, where one of Sizing's tells how the amount comes about, or else
      # need: how; purposes: a sheet must be for one of them; steps: it usually brings; placing: how fast one person gets it onto
      # the work, of Placing; coats: may it be done several times over? pours: is it poured in lifts? cautions: what can hurt, and what
      # to do first; section: from a need and the figures to how it looks when cut through, nil where that shows nothing; use: of
      # Use, how the mix is used at the bench; uses: the same by how cloth is laid, and :upright, where that differs; leaves: how the mix
      # leaves its cup where its tool does not say, :poured, :tray or :cup; noun: of one of its coats
      # and of several; load: what else lies ready before the hardener is opened; precedes: kinds of work it goes before; combed: is its
      # wet film read off a comb? shaped: must it level by itself or be shaped, so that it is over sooner?
      # ready: of Plan::Readiness::WORDS, what whoever waits for it asks; opening: how a job that begins with it is offered, nil where none
      # does; sign: how it looks in a small section of 132 by 76, shapes of what they are made of (a material, or a state of the mix) and
      # their corners.
      Kind = Value.define(:name, :label, :on, :purposes, :inputs, :placing, rule: nil, need: nil, defaults: {}.freeze,
        steps: [].freeze, coats: false, pours: false, cautions: [].freeze, section: nil, use: nil, uses: {}.freeze,
        noun: %w[coat coats].freeze, leaves: :cup,
        load: [].freeze, precedes: [].freeze, combed: false, shaped: false,
        ready: %i[handle load].freeze, opening: nil, sign: [].freeze) do
        def input(name)
          INPUTS.fetch(name)
        end

        # @return [String] "a film coat", "an infusion", "small moulds"
        def one
          Kinds.one(label)
        end

        # @return [Object, nil] what counts where nothing is typed
        def default(name)
          defaults.fetch(name) { INPUTS.fetch(name).default }
        end

        # What a list to choose from stands at while nobody has chosen; nil where this work does not ask it.
        # @param name [String, Symbol]
        # @return [String, nil]
        def usual_choice(name)
          return unless inputs.include?(name.to_sym) && input(name.to_sym).unit == :choice

          default(name.to_sym).to_s
        end

        def needed?(name)
          default(name).nil?
        end

        # How the mix is used, cloth being laid so, or on a wall.
        # @param laid [Symbol, nil] of Cloth::LAID, or :upright
        # @return [Use]
        def use_when(laid)
          uses.fetch(laid, use)
        end

        # How it looks when cut through, where that shows something.
        # @return [Geometry::CutView, nil]
        def cut_view(need, figures)
          section.call(need, figures) if section && !need.told?
        end

        # How the mix leaves its cup: rolled, from a tray; brushed, from the cup; spread, from the work. What would be poured out is rolled
        # onto a wall, from a tray.
        # @param spread [String, nil] of Drink::TOOLS @param upright [Boolean] is it a wall?
        # @return [Symbol]
        def leaves_by(spread, upright: false)
          return leaves unless inputs.include?(:spread) && (upright || leaves != :poured)

          usual = upright && leaves == :poured ? :tray : leaves
          spreads = upright ? :cup : :poured
          { "roller" => :tray, "small_roller" => :tray, "spreader" => spreads, "none" => usual, nil => usual }.fetch(spread, :cup)
        end

        # Sorts of places it can be done on.
        # @return [Array<Symbol>] of PLACES
        def sorts
          [on, *(ALSO.fetch(on, []) - (pours ? %i[amount] : []))]
        end

        # How well a resin system suits: the work's own purpose first, and of those the one whose own it is; nil where it does not.
        # @param for_what [Array<Symbol>] its purposes, the main one first
        # @return [Integer, nil] less is better
        def suited(for_what)
          purposes.each_with_index.filter_map { |purpose, i| for_what.index(purpose)&.+(i * for_what.size) }.min
        end
      end

      # How the mix leaves its cup and gets onto the work, in the words of whoever does it. title: of the step; tells: what to do; done: on
      # the button; why: what else to heed; slowly: is it stirred slowly? closed: is there a joint to close afterwards?
      Use = Value.define(:title, :tells, :done, :why, slowly: false, closed: false)

      # How a job is begun with it: words on the button, and what it is for.
      Opening = Value.define(:words, :more)

      PCT = 0..500
      FIBRE_CHOICES = Cloth::FIBRES.to_h { |name, fibre| [name.to_s, fibre.label] }.freeze
      WAY_CHOICES = Cloth::WAYS.to_h { |name, way| [name.to_s, way.label] }.freeze
      LAID_CHOICES = { "auto" => "as its weight asks", **Cloth::LAID.to_h { |name, words| [name.to_s, words] } }.freeze
      SECTION_CHOICES = Geometry::Sections::KINDS.to_h { |name, section| [name.to_s, section.label] }.freeze
      POWDER_CHOICES = { "none" => "none", **Filler::POWDERS.to_h { |name, powder| [name.to_s, powder.label] } }.freeze
      GRADE_CHOICES = Filler::GRADES.to_h { |name, grade| [name.to_s, "#{grade.label.split(":").first}, like #{grade.kitchen}"] }.freeze

      ANY_POWDER = { powder: Filler::POWDERS.keys.map(&:to_s).freeze }.freeze

      INPUTS = [
        Input.new(name: :film, label: "Wet film thickness", unit: :film, withdraws: true),
        Input.new(name: :coats, label: "Coats", unit: :count, default: 1, allowed: 1..40),
        Input.new(name: :lifts, label: "Lifts", unit: :count, default: :none, allowed: 1..40, hint: "as few as stay cool enough",
          withdraws: true),
        Input.new(name: :surface, label: "Surface", unit: :choice, default: "sealed", choices: Drink::SURFACES.transform_values(&:label)),
        Input.new(name: :drink, label: "Soaks up", unit: :cover, default: :none, allowed: Drink::G_M2,
          hint: "what the bare surface takes in with the first coat"),
        Input.new(name: :spread, label: "Spread with", unit: :choice, default: "none", choices: Drink::TOOLS.transform_values(&:label)),
        Input.new(name: :between, label: "Brush or roller between coats", unit: :choice, default: "new",
          choices: { "new" => "a new one each coat", "soft" => "kept wet", "cold" => "wrapped and kept cold, never with food" },
          asked: { spread: (Drink::TOOLS.keys - ["none"]).freeze }),
        Input.new(name: :soak, label: "Left in the tool", unit: :mass, default: :none, allowed: 0..5000),
        Input.new(name: :covered, label: "While it cures", unit: :choice, default: "open", withdraws: true,
          choices: { "open" => "open to the air", "covered" => "under a tent or dust cover" }),
        Input.new(name: :finish, label: "Finished with", unit: :choice, default: "none",
          choices: { "none" => "nothing more", "clear" => "clear varnish", "paint" => "paint" }),
        Input.new(name: :bare, label: "Left bare along edges", unit: :length, default: :none, allowed: 0..5000,
          hint: "wide; what is bonded tomorrow is left bare today"),
        Input.new(name: :planing, label: "Left proud to plane off", unit: :allowance, default: :none, allowed: 0..100,
          hint: "a depth, or % more", withdraws: true),
        Input.new(name: :band, label: "Edge band", unit: :length, default: :none, allowed: 0..10_000, hint: "along all edges"),
        Input.new(name: :wear, label: "Steps and wear areas", unit: :area, default: :none, allowed: 0..100_000),
        Input.new(name: :extra, label: "Extra on edges", unit: :percent, default: 30, allowed: PCT, asked: { band: :told, wear: :told }),
        Input.new(name: :thinner, label: "Thinner", unit: :percent, default: :none, allowed: 0..50, hint: "of the mix, by volume",
          withdraws: true),
        Input.new(name: :thinner_when, label: "Thinner goes in", unit: :choice, default: "tray", asked: { thinner: :told },
          choices: { "tray" => "at the tray, as it thickens", "start" => "stirred in from the start" }),
        Input.new(name: :grain, label: "Anti-slip aggregate, broadcast", unit: :cover, default: :none, allowed: 0..6000, withdraws: true),
        Input.new(name: :pack, label: "Pack, A and B", unit: :volume, default: :none, allowed: 1..1_000_000),
        Input.new(name: :last_pack, label: "The last pack", unit: :choice, default: "whole", asked: { pack: :told },
          choices: { "whole" => "mixed whole", "part" => "measured out in part" }),
        Input.new(name: :cloths, label: "Cloths", unit: :rows, withdraws: true),
        Input.new(name: :fibre, label: "Fibre", unit: :choice, default: "glass", choices: FIBRE_CHOICES),
        Input.new(name: :way, label: "Laid", unit: :choice, default: "hand", choices: WAY_CHOICES),
        Input.new(name: :wet_out, label: "Cloth is", unit: :choice, default: "auto", choices: LAID_CHOICES),
        Input.new(name: :share, label: "Fibre by weight", unit: :percent, default: :none, allowed: 10..85, withdraws: true),
        Input.new(name: :thickness, label: "Target thickness", unit: :length, default: :none, allowed: 0.05..200, withdraws: true),
        Input.new(name: :flow, label: "Flow mesh holds", unit: :cover, default: Infusion::USUAL_FLOW_G_M2, allowed: Infusion::FLOW_G_M2),
        Input.new(name: :bore, label: "Feed line bore", unit: :length, default: 10, allowed: Infusion::LINE_MM),
        Input.new(name: :line, label: "Feed line length", unit: :length, default: 0, allowed: 0..500_000),
        Input.new(name: :trap, label: "Resin trap", unit: :volume, default: 0, allowed: 0..100_000),
        Input.new(name: :front, label: "Front noted", unit: :rows),
        Input.new(name: :distance, label: "Longest flow path", unit: :length, default: :none, allowed: 1..100_000),
        Input.new(name: :ratio, label: "Scarf ratio", unit: :number, default: Scarf::USUAL_RATIO, allowed: Scarf::RATIO,
          hint: "bevel length over laminate thickness; 12 is usual"),
        Input.new(name: :order, label: "Discs go in", unit: :choice, default: "largest", choices: Scarf::ORDERS.transform_keys(&:to_s)),
        Input.new(name: :backing, label: "Backing piece", unit: :choice, default: "no",
          choices: { "no" => "not needed", "yes" => "behind the hole" }),
        Input.new(name: :glue, label: "Glue line", unit: :length, default: 0.3, allowed: 0.02..20),
        Input.new(name: :squeeze, label: "Squeezed out", unit: :percent, default: 20, allowed: PCT),
        Input.new(name: :section, label: "Section", unit: :choice, default: "round", choices: SECTION_CHOICES),
        Input.new(name: :across, label: "Across", unit: :length, default: :none, allowed: Geometry::Sections::SIZE_MM,
          asked: { section: %w[round half_round] }),
        Input.new(name: :wide, label: "Wide", unit: :length, default: :none, allowed: Geometry::Sections::SIZE_MM,
          asked: { section: %w[box vee] }),
        Input.new(name: :deep, label: "Deep", unit: :length, default: :none, allowed: Geometry::Sections::SIZE_MM,
          asked: { section: %w[box vee] }),
        Input.new(name: :radius, label: "Radius", unit: :length, allowed: Geometry::Sections::RADIUS_MM),
        Input.new(name: :corner, label: "Corner", unit: :degrees, default: 90, allowed: Geometry::Sections::CORNER_DEG),
        Input.new(name: :powder, label: "Powder", unit: :choice, default: "silica",
          choices: { "none" => "none" }.merge(Filler::POWDERS.to_h do |name, powder|
            [name.to_s, powder.label]
          end)),
        Input.new(name: :grade, label: "Thickened", unit: :choice, default: "spreadable", choices: GRADE_CHOICES, asked: ANY_POWDER),
        Input.new(name: :powder_g, label: "Powder per 100 g", unit: :number, default: :none, allowed: Filler::GRAMS,
          hint: "grams, where the shop knows better", asked: ANY_POWDER),
        Input.new(name: :powder2, label: "And with it", unit: :choice, default: "none", choices: POWDER_CHOICES, asked: ANY_POWDER),
        Input.new(name: :powder2_g, label: "Of that per 100 g", unit: :number, default: :none, allowed: Filler::GRAMS,
          hint: "grams; half and half if left empty", asked: { powder2: Filler::POWDERS.keys.map(&:to_s).freeze }),
        Input.new(name: :thicken_first, label: "Powder goes in", unit: :choice, default: "after", asked: ANY_POWDER,
          choices: { "after" => "once both parts are mixed", "half" => "half of it into the resin first" }),
        Input.new(name: :prime, label: "Primed from the same pot", unit: :cover, default: :none, allowed: 0..1000,
          hint: "brushed on neat before the rest is thickened; 100 g/m² wets sanded wood", asked: ANY_POWDER),
        *{ pace: ["One person covers", :area_rate], ply_pace: ["One person lays cloth", :area_rate],
           bead_pace: ["One person runs", :length_rate], hole_pace: ["One person fills holes", :count_rate],
           pour_pace: ["One person pours", :mass_rate], fills: ["Fills in about", :minutes] }.map do |name, (label, unit)|
          Input.new(name: name, label: label, unit: unit, default: :none,
            allowed: Placing::BY.values.find { |by| by.input == name }.allowed)
        end,
        Input.new(name: :proud, label: "Left proud", unit: :percent, default: 10, allowed: 0..100,
          hint: "how much above the surface it is left, to be shaved or sanded level")
      ].to_h { |input| [input.name, input] }

      SPREADING = %i[surface drink spread between soak].freeze
      STIFF = %i[powder grade powder_g powder2 powder2_g thicken_first prime].freeze

      # What work is done on.
      # What else it may stand on, one above the other: a filled void has a surface too, a hole can be primed, plugged and laid over.
      # An amount that was told has nothing to stand on, and no depth to know the heat from: it is not poured.
      ALSO = { surface: %i[void damage joint amount].freeze, void: %i[damage amount].freeze, joint: %i[amount].freeze }.freeze
      PLACES = { surface: "surface", void: "void", cavity: "mould cup", joint: "joint or edge", damage: "hole to repair",
                 amount: "amount" }.freeze
      # What is still asked where the amount itself was told.
      OF_AMOUNT = %i[coats powder grade powder_g powder2 powder2_g thicken_first thinner thinner_when pack last_pack pour_pace].freeze

      # One of them, as it is said: what is told in the plural stands as it is.
      # @param words [String]
      # @return [String]
      def self.one(words)
        return words if words.end_with?("s")

        "#{words.start_with?(*%w[a e i o u]) ? "an" : "a"} #{words}"
      end

      # Kinds of work by name: each is one file of work/.
      ALL = {} # rubocop:disable Style/MutableConstant

      module_function

      # Declares a kind of work. @see Kind
      def declare(name, inputs:, placing:, **told)
        ALL[name] = Kind.new(name: name, inputs: [*inputs, placing.measure.input], placing: placing, **told)
      end

      # Declares something only one kind of work asks.
      def ask(name, label, unit, **told)
        INPUTS[name] = Input.new(name: name, label: label, unit: unit, **told)
      end
    end
  end
end
