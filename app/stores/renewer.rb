# frozen_string_literal: true

require_relative "beside"
require_relative "typing"

module Dakren
  module Stores
    # Works out anew, one after another and beside all else, what the plans of jobs say: after a sheet, a tool or a setting was changed,
    # or the program itself. The ones worked on last come first.
    class Renewer
      include Beside

      PAUSE_S = 1.0
      # Batches of an earlier Dakren are told so many at a time.
      TOLD_AT_ONCE = 50
      # Between two jobs, so that whoever asks for a page comes first.
      BREATH_S = 0.05
      # Ours: jobs that keep clear of each other are planned so often around each other before one of them stands firm.
      ROUNDS = 3

      # Renews whatever is stale.
      # @return [Integer] how many were
      def renew_all(breath_s: BREATH_S)
        return 0 if Health.trouble

        count = 0
        Shelf.keep_clocks
        Batch.untold.in_batches(of: TOLD_AT_ONCE) do |some|
          tell(some)
          Kernel.sleep(breath_s) if breath_s.positive?
        end
        Learned.renew_stale
        nil while Book.catch_up.positive?
        @rounds = Hash.new(0)
        rest(breath_s)
        while renew_one
          count += 1
          rest(breath_s)
        end
        count
      end

      private

      def rest(breath_s)
        return unless breath_s.positive?

        Kernel.sleep(breath_s)
        Typing.wait
      end

      # @return [Job, nil] one that was planned before others moved
      def overtaken
        found = Job.overtaken.order(:id).first or return
        Database.writing { found.stand_firm } if (@rounds[found.id] += 1) == ROUNDS
        found
      end

      # What batches came to, read from their events first, then written.
      def tell(batches)
        walks = batches.includes(:events).map { |record| [record, Walks.walk(record)] }
        Database.writing { Batch.transaction { walks.each { |record, walk| record.stand(walk) } } }
      end

      # Nothing is looked at again while nobody has written since all was as it should be. A disk that is full or busy ends one round, not
      # the renewing.
      def go_on
        state = Database.state
        return if state == @quiet

        @quiet = renew_all.zero? && !Health.trouble ? state : nil
      rescue StandardError => e
        warn "jobs cannot be summed up now: #{ShopFile.meaning(e) || e.message}"
      end

      # @return [Job, nil] the one that was renewed
      def renew_one
        planning = Planning.new
        record = Job.stale(planning.stamp).or(Job.unwritten).latest.first || overtaken or return
        planning = Planning.new(job_id: record.id)
        said = Summary.of(planning.fresh_desk_of(record.document)) if record.stale?(planning.stamp) || record.calendar
        Database.writing do
          record.summarise(said, planning.stamp) if said
          planning.calendar(record)
        end
        record
      rescue StandardError => e
        raise if ShopFile.meaning(e)

        # A job that cannot be worked out is not tried for ever; what keeps the file from being written says nothing of the job.
        warn "job #{record&.id} cannot be summed up: #{e.message}"
        record && Database.writing do
          record.summarise({ "waits" => "cannot be worked out: open it" }, planning.stamp) && record.keep_calendar("")
        end
        record
      end
    end
  end
end
