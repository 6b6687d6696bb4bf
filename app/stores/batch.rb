# frozen_string_literal: true

require_relative "database"
require_relative "event"
require_relative "seals"
require_relative "tins"

module Dakren
  module Stores
    # One batch at the bench: how it was to be made, and everything that happened to it.
    class Batch < Base
      include Seals::Sealed

      serialize :recipe, coder: JSON
      serialize :sheet, coder: JSON
      # What it teaches, see Bench::Lesson.
      serialize :lesson, coder: JSON
      # What its plan knew of the work when it was taken to the bench, as facts of Faults::Clues.
      serialize :circumstances, coder: JSON
      has_many :events, -> { order(:number) }, class_name: "Dakren::Stores::Event", inverse_of: :batch, dependent: :delete_all
      belongs_to :job, class_name: "Dakren::Stores::Job", optional: true

      # Ours: what was poured so long ago has cured, though nobody pressed that it is hard.
      LAIN_S = 10 * 86_400

      # Those on the go.
      scope :running, lambda {
        where(finished_at: nil).where("batches.poured_at IS NULL OR batches.poured_at > ?", Now.wall - LAIN_S).order(id: :desc)
      }
      # Those whose clock runs.
      scope :live, -> { running.where.not(stands: "opened") }
      scope :finished, -> { where.not(finished_at: nil).order(finished_at: :desc) }

      # Somebody else wrote to this batch since the page was loaded.
      class Overtaken < StandardError; end

      # Counts up whenever what is kept beside a batch is read otherwise from what happened to it.
      TOLD_BY = 3
      # What a plan reads of it.
      PLANNED_BY = %w[met_at poured_at soft_at tacky_at hard_at made_g planned_of verdict room_c tins_c stands].freeze

      # Before a recipe said of how many it is one, its name did.
      OF_HOW_MANY = /, batch \d+ of (\d+)/

      # Those that were kept by an earlier Dakren: what they came to is still to be read.
      scope :untold, -> { where.not(told_by: TOLD_BY) }

      # How it stands, and what it came to, kept beside it for lists and plans. What a plan reads of it makes the job's plan stale.
      # @param walk [Bench::Walk]
      def stand(walk)
        over = walk.over?
        outcome = if over
                    walk.abandoned ? "binned" : "hard"
                  else
                    ""
                  end
        stands = if over
                   outcome
                 elsif walk.times.poured_at
                   "poured"
                 else
                   (walk.times.met_at ? "mixing" : "opened")
                 end
        assign_attributes(finished_at: over ? finished_at || Time.at(Now.wall) : nil, outcome: outcome, stands: stands, **came_to(walk))
        changed = changed_attribute_names_to_save.intersect?(PLANNED_BY)
        taught = changed_attribute_names_to_save.intersect?(%w[lesson aside])
        save!
        Learned.stale(self) if taught
        Tins.drawn(self, walk)
        Book.batch(self, walk)
        Paces.noted(self, walk)
        Job.where(id: job_id).update_all(summary_stamp: "") if changed && job_id
      end

      # What happened to it, as a plan reads it: seconds of the clock on the wall.
      # @param walk [Bench::Walk]
      # @return [Hash{Symbol=>Object}]
      def came_to(walk)
        times = walk.times
        { met_at: on_the_wall(times.met_at, walk), poured_at: on_the_wall(times.poured_at, walk), soft_at: touched(walk, :touched_soft),
          tacky_at: touched(walk, :touched_tacky), hard_at: on_the_wall(times.at(:tack), walk),
          made_g: (walk.contents.mass_g.to_f.round(3) if walk.contents.both?), verdict: walk.contents.verdict&.name&.to_s,
          room_c: measured(times, :room_c), tins_c: measured(times, :tins_c),
          planned_of: walk.recipe.of || name[OF_HOW_MANY, 1]&.to_i, told_by: TOLD_BY, **afterwards(walk), **parts(walk) }
      end

      # Was this very press taken already, and only its answer lost?
      # @param press [String] its id, "" for none
      def done?(press)
        !press.empty? && events.any? { |event| event.data["press"] == press }
      end

      # @param after [Integer] number of the last event the writer knows
      # @param kind [Symbol]
      # @param at [Float] seconds @param by [By] who writes it down
      # @raise [Overtaken] when another device was quicker; nothing is written then
      def note(after:, kind:, at:, data: {}, by: By::NOBODY)
        note_all(after: after, happened: [[kind, at, data]], by: by)
      end

      # The same of several things at once; within a transaction, or none of them may be lost.
      # @param happened [Array<Array(Symbol, Float, Hash)>] kind, seconds and data, in order
      # @raise [Overtaken]
      def note_all(after:, happened:, by: By::NOBODY)
        raise Overtaken unless (events.where.not(kind: Bench::Afterwards::BESIDE).maximum(:number) || 0) == after

        number = events.maximum(:number) || 0
        happened.each do |kind, at, data|
          lots = data.values_at(:lot_a, :lot_b).compact.join(" ")
          update!(lots: lots) unless lots.empty?
          events.create!(number: number += 1, kind: kind.to_s, at: at, data: data, **by.columns)
        end
      rescue ActiveRecord::RecordNotUnique
        raise Overtaken
      end

      # Something told of it beside its steps, see Bench::Afterwards.
      # @param kind [Symbol] @param at [Float] seconds @param by [By]
      def remark(kind, at:, data:, by: By::NOBODY)
        events.create!(number: (events.maximum(:number) || 0) + 1, kind: kind.to_s, at: at, data: data, **by.columns)
      end

      private

      # g of each part that went in.
      def parts(walk)
        grams = walk.contents.both? ? walk.contents.grams : {}
        { resin_g: grams[:resin]&.to_f&.round(3), hardener_g: grams[:hardener]&.to_f&.round(3) }
      end

      # What it teaches, why it is set aside, and what was found wrong with it.
      def afterwards(walk)
        last = ->(kind, name) { walk.events.reverse.find { |event| event.kind == kind }&.data.to_h[name].to_s }
        { lesson: Bench::Lesson.of(walk)&.kept, aside: last.call(:aside, :why), fault: last.call(:found, :sign),
          foretold_min: (walk.recipe.clock.usable.middle if walk.times.met_at) }
      end

      # As it was measured when its parts met, °C.
      def measured(times, name)
        times.public_send(name) if times.met_at && times.measured?(name)
      end

      # The last time its test dab was found so; a look that was taken back does not count.
      def touched(walk, kind)
        last = walk.times.poured_at && walk.events.reverse.find { |event| event.kind == kind && event.at >= walk.times.poured_at }
        last && on_the_wall(last.at, walk)
      end

      # Batches run by an even clock; by how much the wall clock was ahead of it then was noted with each event.
      def on_the_wall(at, walk)
        at && (at + walk.events.reverse.find { |event| event.at <= at }&.data.to_h[:set_s].to_f)
      end
    end
  end
end
