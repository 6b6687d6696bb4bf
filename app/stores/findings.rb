# frozen_string_literal: true

module Dakren
  module Stores
    # What was found wrong with batches of late, and why: for plans in which the same may come again.
    module Findings
      # at: when, on the wall; batch: its name; sign, cause: of Faults; resin, hardener: of its mix.
      Found = Value.define(:at, :batch, :sign, :cause, :resin, :hardener)
      MOST = 40
      # How they stand, as a part of one question to the shop's file.
      STANDS = "(SELECT coalesce(max(at), '') || ' ' || count(*) FROM entries WHERE kind = 'fault')"

      module_function

      # @return [Array<Found>] the latest first, of a batch only the last
      def late
        keys = Entry.where(kind: "fault").order(at: :desc, id: :desc).limit(MOST).pluck(:key)
        events = Event.where(id: keys.map { |key| key.delete_prefix("event-") }).includes(:batch, :job).order(at: :desc, id: :desc)
        events.uniq { |event| [event.batch_id, event.job_id, event.data["coat"]] }.filter_map { |event| found(event) }
      end

      def found(event)
        cause = Faults::BY_NAME[event.data["cause"].to_s.to_sym]
        sign = Faults::SIGNS[event.data["sign"].to_s.to_sym]
        return if cause.nil? || sign.nil?

        Found.new(at: event.at + event.data["set_s"].to_f, batch: event.batch ? event.batch.name : event.job&.title(60).to_s, sign: sign,
          cause: cause, **mix(event.batch&.sheet || event.data))
      end

      def mix(told)
        { resin: told["resin"], hardener: told["hardener"] }
      end
      private_class_method :found, :mix
    end
  end
end
