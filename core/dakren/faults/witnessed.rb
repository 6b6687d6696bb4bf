# frozen_string_literal: true

require_relative "../sheet/stage_times"

module Dakren
  module Faults
    # What a batch's own history tells, as facts: how it was measured and mixed, how warm it was, how long it stood in its cup.
    #
    #   Witnessed.facts(walk, now)   # => { hardener_off_pct: -1.4, mixed_share: 0.29, room_c: 20.4, ... }
    module Witnessed
      module_function

      # @param walk [Bench::Walk] @param at [Float] seconds: when what is wrong was seen
      # @return [Hash{Symbol=>Object}] see Clues; nothing that nobody noted
      def facts(walk, at)
        sheet = walk.recipe.sheet
        resin, hardener = sheet.tolerance_pct
        { **measured(walk), **mixed(walk), **warm(walk), extra_resin_pct: resin.to_f, extra_hardener_pct: hardener.to_f,
          lowest_c: sheet.lowest_c, highest_c: sheet.highest_c, **lay(walk, at), **beside(walk) }.compact
      end

      def measured(walk)
        found = walk.contents.verdict
        return { by_eye: true } if walk.recipe.way.unmeasured?
        return {} if found.nil? || (walk.pouring.read? && walk.contents.as_planned?)

        { hardener_off_pct: found.index ? (((1 / found.index) - 1) * 100).to_f.round(2).clamp(-100, 9999) : -100.0 }
      end

      def mixed(walk)
        { mixed_share: walk.times.mixed_share&.round(2), second_cup: walk.times.poured_at && walk.finished?(:second_cup) }
      end

      def warm(walk)
        { room_c: walk.times.room_c&.to_f, tins_c: walk.times.tins_c&.to_f,
          peak_c: walk.events.reverse.find { |event| event.kind == :peak }&.data&.fetch(:peak_c) }
      end

      # How long it was in its cup, and how far it is towards hard.
      def lay(walk, at)
        poured = walk.times.poured_at
        return {} if walk.times.met_at.nil? || walk.recipe.sheet.silent?

        usable = walk.recipe.clock.then do |clock|
          walk.contents.mix.usable_band(**clock.conditions(walk.contents.mix, walk.contents.mass_g,
            start_c: walk.times.tins_c, room_c: walk.times.room_c)).middle
        end
        out = poured || walk.abandoned&.at || at
        { cup_share: usable && ((out - walk.times.met_at) / 60 / usable).round(2), age_share: age_share(walk, at) }
      end

      def age_share(walk, at)
        return if walk.times.poured_at.nil? || at <= walk.times.poured_at

        ages = walk.recipe.sheet.ages(walk.recipe.sheet.hard_stage)
        ages && (walk.clock(at).age_of_what_lies(at) / ages[1]).round(2).clamp(0, 9999)
      end

      def beside(walk)
        told = walk.contents.beside
        mix_ml = walk.contents.mass_g / walk.recipe.density_of
        tins = walk.noted(:tins)&.data.to_h
        { thickened: told.powder_g.positive? || nil, lots_crossed: if tins[:crossed]
                                                                     true
                                                                   else
                                                                     (tins[:lot_a] && tins[:lot_b] ? false : nil)
                                                                   end,
          thinner_pct: told.thinner_ml.positive? && mix_ml.positive? ? (told.thinner_ml * 100 / mix_ml).to_f.round(1) : nil }
      end
      private_class_method :measured, :mixed, :warm, :lay, :age_share, :beside
    end
  end
end
