# frozen_string_literal: true

require "concurrent"

module Dakren
  module Stores
    # Work that may take longer than a page should: begun beside all else, waited for a while, and gone on with where that was not enough.
    # What is asked for again meanwhile is not begun again.
    #
    #   Works.soon([:plan, document]) { heavy }   # => what it comes to, or nil where it is not ready yet
    module Works
      PATIENCE_S = 2.0
      WORKERS = 2
      # More than these wait nowhere: the oldest is given up.
      MOST = 100
      POOL = Concurrent::FixedThreadPool.new(WORKERS)
      BEGUN = {} # rubocop:disable Style/MutableConstant
      LOCK = Mutex.new

      class << self
        # Tests share one connection and its transaction: there everything is done at once.
        attr_accessor :at_once

        # @param key [Object] what is worked on
        # @return [Object, nil] nil where it is not ready yet
        # @raise what the block raises
        def soon(key, patience_s: PATIENCE_S, &work)
          return yield if at_once

          future = begun(key, &work)
          return unless future.wait(patience_s)

          LOCK.synchronize { BEGUN.delete(key) if BEGUN[key].equal?(future) }
          future.value!
        end

        private

        def begun(key, &block)
          LOCK.synchronize do
            BEGUN.shift if BEGUN.size > MOST
            BEGUN[key] ||= Concurrent::Promises.future_on(POOL) { ActiveRecord::Base.connection_pool.with_connection(&block) }
          end
        end
      end
    end

    # The forecast as it was last heard: a page never waits for a desk that is silent.
    module Forecasts
      HEARD = Memo.new(100)
      AGAIN_S = 300
      PATIENCE_S = 0.3

      module_function

      # @param start [Time]
      # @return [Array<Array(Float, Float)>, nil]
      def at(start)
        key = [start.to_i, Time.now.to_i / AGAIN_S, Devices.connected.pretend?]
        kept = HEARD.recall(key) { Works.soon([:forecast, key], patience_s: PATIENCE_S) { [Devices::WeatherService.forecast(start)] } }
        HEARD.forget(key) if kept.nil?
        kept&.first
      end
    end
  end
end
