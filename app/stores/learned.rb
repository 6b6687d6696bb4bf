# frozen_string_literal: true

require_relative "database"

module Dakren
  module Stores
    # What the shop learned of its resin systems from its own batches: worked out from their lessons, and kept beside the data sheet.
    #
    #   Learned.renew_stale                       # after anything was noted that teaches
    #   sheet.learned                             # => { "cups" => 9, "factor" => 1.11, "noted" => { "recoat_opens" => [118.0] }, ... }
    module Learned
      # The latest cups whose end was seen, and films whose stage was; and of cups that were still runny those that tell most.
      MOST_TIMED = 24
      MOST_FILMS = 24
      MOST_BOUNDS = 8
      # Pours whose heat was seen, the deepest: they take the longest to work out.
      MOST_POURS = 2
      # Lessons that are read for it, the latest.
      MOST_READ = 400

      module_function

      # @param batch [Batch] of whose lesson something is told otherwise
      def stale(batch)
        of_mix(batch.sheet["resin"], batch.sheet["hardener"]).update_all(relearn: true)
      end

      # Works out anew what anything new was noted of; each in its own moment, none while the shop's file is held.
      def renew_stale
        Sheet.where(relearn: true).find_each { |record| renew(record) }
      end

      # What is noted while it is worked out makes it stale once more.
      # @param record [Sheet]
      def renew(record)
        Database.writing { Sheet.where(id: record.id).update_all(relearn: false) }
        found = worked_out(record)
        return if record.learned == found

        Database.writing { record.reload.keep_quietly(shop: found, updated_at: Time.current) }
      rescue StandardError
        Database.writing { Sheet.where(id: record.id).update_all(relearn: true) }
        raise
      end

      # Batches that teach something of a mix, the latest first, those with one set aside among them.
      # @return [ActiveRecord::Relation]
      def teaching(resin, hardener)
        batches(resin, hardener).where.not(lesson: nil).order(id: :desc)
      end

      # @return [ActiveRecord::Relation] of one mix
      def batches(resin, hardener)
        Batch.where("json_extract(batches.sheet, '$.resin') = ? AND json_extract(batches.sheet, '$.hardener') = ?", resin, hardener)
      end

      # @param record [Sheet]
      # @return [Array<Bench::Lesson>] those that count, the latest first
      def lessons(record)
        teaching(record.resin, record.hardener).where(aside: "").limit(MOST_READ).pluck(:lesson).map { |kept| Bench::Lesson.read(kept) }
      end

      # @return [Hash{String=>Object}, nil] of JSON; nil where nothing taught it
      def worked_out(record)
        sheet = Document::SheetNumbers.build(record.attributes.transform_keys(&:to_sym).except(:shop))
        return if sheet.silent?

        lessons = lessons(record)
        logs = logs(sheet, lessons)
        shop = logs.any? ? Cure::Learning.new(sheet.clock, logs, from: record.learned&.dig("z")).shop : nil
        kept = shop&.kept(sheet.clock) || {}
        noted = noted(record, kept, lessons)
        shop.nil? && noted.empty? ? nil : { **kept, "noted" => noted }
      rescue InputError, NotSolved
        nil
      end

      # @return [Array<Cure::LoggedCup, Cure::LoggedPour, Cure::LoggedFilm>]
      def logs(sheet, lessons)
        timed, open = lessons.select(&:logged_cup).partition { |one| one.timed? || one.peak_c }
        [*timed.first(MOST_TIMED).map(&:logged_cup), *telling(sheet, open).map(&:logged_cup),
          *lessons.filter_map(&:logged_pour).max_by(MOST_POURS) { |pour| pour.bed.depth_mm },
          *lessons.flat_map { |one| one.logged_films(sheet) }.first(MOST_FILMS)]
      end

      # Of those that were still runny the ones that lasted longest against what the sheet has of them.
      def telling(sheet, lessons)
        lessons.max_by(MOST_BOUNDS) do |one|
          usable = sheet.mix.with(ballast: one.ballast).usable_band(**one.cup).middle
          usable ? one.ended_min / usable : 0.0
        end
      end

      # Ages of stages that the sheet does not tell.
      def noted(record, kept, lessons)
        here = Document::SheetNumbers.build({ **record.attributes.transform_keys(&:to_sym), shop: kept })
        lessons.flat_map { |one| one.ages(here).to_a }.reject { |name, _| here.stages.key?(name) }.group_by(&:first)
          .to_h { |name, pairs| [name.to_s, pairs.map { |_, age| age.round(2) }.first(MOST_FILMS)] }
      end

      def of_mix(resin, hardener)
        Sheet.where(resin: resin, hardener: hardener)
      end
      private_class_method :worked_out, :logs, :telling, :noted, :of_mix
    end
  end
end
