# frozen_string_literal: true

module Dakren
  module Stores
    # Batches of the book as a table has them, in the columns of Formats::BookCsv: read from what is kept beside each, none is walked anew.
    module BookRows
      AT_ONCE = 1000

      module_function

      # @param batches [ActiveRecord::Relation<Batch>] @param zone [ActiveSupport::TimeZone]
      # @return [Enumerator<Hash{String=>Object}>]
      def of(batches, zone)
        Enumerator.new do |rows|
          batches.reorder(nil).find_in_batches(batch_size: AT_ONCE) do |some|
            told = beside(some.map(&:id))
            some.each { |batch| rows << row(batch, zone, told.fetch(batch.id, [])) }
          end
        end
      end

      # What was written down with each: of its tins, and its notes; and who wrote.
      # @return [Hash{Integer=>Array<Array(Hash, String)>}] by batch
      def beside(ids)
        Event.where(batch_id: ids).where("kind = 'note' OR data LIKE '%\"lot_%' OR hand <> ''").order(:number)
          .pluck(:batch_id, :data, :hand).group_by(&:first).transform_values { |all| all.map { |one| one.drop(1) } }
      end

      def row(batch, zone, told)
        met = zone.at(batch.met_at)
        { "day" => met.strftime("%Y-%m-%d"), "hour" => met.strftime("%H:%M"), "resin" => batch.sheet["resin"],
          "hardener" => batch.sheet["hardener"], "name" => batch.name, **amounts(batch), **lasted(batch), **said(told),
          "wrong" => Faults::SIGNS[batch.fault.to_sym]&.label }
      end

      def amounts(batch)
        { "resin_g" => batch.resin_g&.round(2), "hardener_g" => batch.hardener_g&.round(2),
          "planned_g" => batch.recipe["total_g"].to_r.to_f.round(2), "room_c" => batch.room_c || batch.recipe["room_c"],
          "tins_c" => batch.tins_c || batch.recipe["tins_c"] }
      end

      def lasted(batch)
        lesson = batch.lesson || {}
        out = batch.poured_at && ((batch.poured_at - batch.met_at) / 60).round(1)
        { "minutes" => lesson["ended_min"]&.round(1) || out, "ended" => Bench::Afterwards::ENDS[lesson["ended"]&.to_sym],
          "hottest_c" => lesson["peak_c"] || lesson["pour_c"] }
      end

      def said(told)
        data = told.map(&:first)
        { "lot_a" => data.filter_map { |one| one["lot_a"] }.last, "lot_b" => data.filter_map { |one| one["lot_b"] }.last,
          "who" => told.map { |_, hand| hand.to_s }.reject(&:empty?).uniq.join(", "),
          "note" => data.filter_map { |one| one["text"] }.join("; ") }
      end
      private_class_method :beside, :row, :amounts, :lasted, :said
    end
  end
end
