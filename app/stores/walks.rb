# frozen_string_literal: true

module Dakren
  module Stores
    # Batches between the records and the bench's walk.
    module Walks
      # What is kept with a batch where nothing else is told.
      USUAL = { method: "scale", powder: nil, powder_name: nil, powder_to_100_g: nil, powder_parts: nil, thicken_first: false, count: nil,
                tool: nil, resolution_g: 0.1, parts_ml: nil, kind: nil, comb_mm: nil, hardeners: nil, note: nil,
                after: Bench::USUAL_AFTER, own: [].freeze, prime_share: 0, thinner_pct: nil, thinner_when: nil, laid: nil,
                version: Bench::VERSION }.freeze

      module_function

      # @param record [Batch]
      # @return [Bench::Walk]
      def walk(record)
        events = record.events.map do |event|
          Bench::Event.new(number: event.number, kind: event.kind.to_sym, at: event.at, data: event.data.transform_keys(&:to_sym))
        end
        Bench::Walk.new(recipe(record), events)
      end

      # @param record [Batch]
      # @return [Bench::Recipe]
      def recipe(record)
        kept = record.recipe
        Bench::Recipe.new(name: record.name, sheet: Document::SheetNumbers.build(record.sheet.transform_keys(&:to_sym)), **measured(kept),
          **thickened(kept), **worked(kept))
      end

      # What is measured into which vessel, and how.
      def measured(kept)
        { total_g: Rational(kept.fetch("total_g")), first: kept.fetch("first").to_sym, cup: cup(kept.fetch("cup")),
          room_c: kept.fetch("room_c"), tins_c: kept.fetch("tins_c"), method: kept.fetch("method").to_sym,
          parts_ml: kept["parts_ml"]&.to_h { |part, ml| [part.to_sym, Rational(ml)] }, resolution_g: kept.fetch("resolution_g", 0.1),
          count: count(kept["count"]), tool: kept["tool"], hardeners: kept["hardeners"]&.map { |name, share| [name, Rational(share)] } }
      end

      # What goes in beside resin and hardener.
      def thickened(kept)
        { powder: kept["powder"]&.to_sym, powder_name: kept["powder_name"] || "silica", powder_to_100_g: kept["powder_to_100_g"],
          powder_parts: kept["powder_parts"], thicken_first: kept["thicken_first"] == true, prime_share: kept["prime_share"] || 0,
          thinner_pct: kept["thinner_pct"], thinner_when: kept["thinner_when"]&.to_sym }
      end

      # The work it is for, and what belongs to it.
      def worked(kept)
        { kind: kept["kind"]&.to_sym, placing_min: kept.fetch("placing_min"), comb_mm: kept["comb_mm"], note: kept["note"],
          laid: kept["laid"]&.to_sym,
          after: kept.fetch("after", Bench::USUAL_AFTER).map(&:to_sym), own: own(kept["own"] || []), version: kept["version"] || 1 }
      end

      # The builder's own steps: name, label and minutes after the cup.
      def own(kept)
        kept.map { |name, label, after_min| Bench.own_step(name.to_sym, label, after_min: after_min) }
      end

      def count(kept)
        kept && Bench::Count.new(unit: kept.fetch("unit"), resin: kept.fetch("resin"), hardener: kept.fetch("hardener"),
          alternate: kept.fetch("alternate"))
      end

      def cup(kept)
        Plan::CupKind.new(name: kept.fetch("name"), bottom_mm: kept.fetch("bottom_mm"), top_mm: kept.fetch("top_mm"),
          height_mm: kept.fetch("height_mm"), flat: kept["flat"] == true)
      end

      # A batch made from a plan's cup. The sheet is copied, so that the record keeps what it was made from.
      #
      # @param sheet [Sheet]
      # @param total_g [Rational]
      # @param cup [Plan::CupKind]
      # @param planned [Hash{Symbol=>Object}] which planned one it is: task, coat, section, cup_number
      # @param told [Hash] what else the recipe says, see Bench::Recipe; what is not told is as in USUAL
      # @return [Batch] saved
      def start(sheet:, name:, total_g:, cup:, room_c:, tins_c:, first:, placing_min:, job: nil, planned: {}, **told)
        unknown = told.keys - USUAL.keys
        raise ArgumentError, "unknown #{unknown.join(", ")}" unless unknown.empty?

        Batch.create!(job: job, **planned, name: name,
          sheet: sheet.is_a?(Hash) ? sheet : sheet.numbers,
          recipe: { **USUAL, **told, total_g: total_g.to_s, first: first, room_c: room_c, tins_c: tins_c, placing_min: placing_min,
                                     parts_ml: told[:parts_ml]&.transform_values(&:to_s),
                                     cup: { name: cup.name, bottom_mm: cup.bottom_mm, top_mm: cup.top_mm, height_mm: cup.height_mm,
                                            flat: cup.flat } })
      end
    end
  end
end
