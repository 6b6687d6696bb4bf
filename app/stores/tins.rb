# frozen_string_literal: true

require_relative "tin"

module Dakren
  module Stores
    # Tins of the shop: those of a mix, what comes in, and what batches take out.
    module Tins
      # What is left in all of a material's tins.
      LEVEL = "total(CASE WHEN gone_at IS NULL THEN max(level, 0) ELSE 0 END)"

      module_function

      # What a sheet, or a batch's own copy of one, is made of: its resin, and each of its hardeners with its share of the whole.
      # @param sheet [Dakren::Sheet] @param hardeners [Array<Array(String, Numeric)>, nil] of a blend
      # @return [Array<Array(Array(String, String), Symbol, Rational)>] material, part and share
      def materials(sheet, hardeners = nil)
        of_hardener = (hardeners || sheet.hardeners || [[sheet.hardener, 1]]).map do |name, share|
          [[sheet.resin, name], :hardener, Exact.of(share)]
        end
        [[[sheet.resin, ""], :resin, 1r], *of_hardener]
      end

      # @param materials [Array<Array(String, String)>]
      # @return [Hash{Array(String, String)=>Array<Tin>}] that are there, the one to use first first
      def of(materials)
        Tin.there.where(resin: materials.map(&:first).uniq).in_order.to_a.group_by(&:material).slice(*materials)
      end

      # How the tins of each material stand together: what is left in them, what they held, how many, and the first day by which one of them
      # is to be used, "" for none.
      # @return [Hash{Array(String, String)=>Array(Float, Float, Integer, String, String)}] and their unit
      def standing
        rows = Tin.there.group(:resin, :hardener).pluck(:resin, :hardener, Arel.sql("total(max(level, 0))"), Arel.sql("total(size)"),
          Arel.sql("count(*)"), Arel.sql("coalesce(min(nullif(use_by, '')), '')"), Arel.sql("min(unit)"))
        rows.to_h { |resin, hardener, *rest| [[resin, hardener], rest] }
      end

      # How much there is of each material, of those that are kept at all.
      # @return [Hash{Array(String, String)=>Float}] in g or ml, as its tins are
      def levels
        rows = Tin.group(:resin, :hardener, :unit).pluck(:resin, :hardener, :unit, Arel.sql(LEVEL))
        rows.group_by { |row| row.first(2) }.to_h do |material, of_one|
          density = of_one.any? { |row| row[2] == "ml" } ? density_of(material) : nil
          [material, of_one.sum { |_, _, unit, level| unit == "ml" && density ? level * density : level }]
        end
      end

      # What was counted in ml before anybody knew its density.
      # @return [Float, nil] g/ml
      def density_of(material)
        column = material[1].empty? ? :resin_density_g_ml : :hardener_density_g_ml
        Sheet.where({ resin: material[0], hardener: material[1] }.reject { |_, name| name.empty? }).where.not(column => nil).pick(column)
      end

      # Tins come in, those of one purchase as sets of their own; within a transaction.
      # @param parts [Array<Hash>] columns of each tin of a set
      # @return [Array<Tin>]
      def bought(parts, count:, at:, by:)
        next_set = (Tin.maximum(:set_no) || 0) + 1
        Array.new(count) { |i| parts.map { |columns| Tin.create!(set_no: next_set + i, **columns) } }.flatten
          .each { |tin| tin.note(:bought, at: at, by: by) }
      end

      # What a batch took out of which tin, kept anew; within a transaction.
      # @param batch [Batch] @param walk [Bench::Walk]
      def drawn(batch, walk)
        before = Draw.where(batch_id: batch.id).pluck(:tin_id, :amount)
        now = draws(walk)
        return if before.sort == now.map { |tin_id, amount, _| [tin_id, amount] }.sort

        Draw.where(batch_id: batch.id).delete_all
        now.each { |tin_id, amount, at| Draw.create!(batch: batch, tin_id: tin_id, amount: amount, at: at) }
        Tin.where(id: (before + now).map(&:first).uniq).find_each(&:reckon)
      end

      # @return [Array<Array(Integer, Float, Float)>] tin, amount and when, seconds on the wall
      def draws(walk)
        taken = walk.noted(:tins) or return []
        tins = Tin.where(id: Array(taken.data[:tin_ids])).to_a
        return [] if tins.empty?

        at = taken.at + taken.data[:set_s].to_f
        materials(walk.recipe.sheet, walk.recipe.hardeners).filter_map do |material, part, share|
          tin = tins.find { |one| one.material == material } or next
          amount = amount_of(walk, part, tin.unit) * share
          [tin.id, amount.to_f.round(3), at] if amount.positive?
        end
      end

      # @return [Numeric] of a part that is in the cup, in that unit
      def amount_of(walk, part, unit)
        grams = walk.contents.grams.fetch(part)
        unit == "g" ? grams : grams / walk.recipe.density_of(part)
      end
      private_class_method :draws, :amount_of, :density_of
    end
  end
end
