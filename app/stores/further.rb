# frozen_string_literal: true

require "concurrent"
require_relative "typing"

module Dakren
  module Stores
    # Looks on for a better plan of a job beside all else, while its first one is shown: not before whoever types it pauses, for a few
    # seconds at most, and no longer than the job stands as it did; and it stands still whenever anybody types.
    #
    #   Further.looking?(job_id, key) { |go_on| Planning...planned while go_on.call }
    module Further
      # How long is looked.
      SECONDS = 5.0
      POOL = Concurrent::FixedThreadPool.new(1)
      LATEST = {} # rubocop:disable Style/MutableConstant
      LOCK = Mutex.new

      # Whether it is still looked for: asked of whoever types first.
      Leave = Struct.new(:wanted, :time) do
        def call
          wanted.call && time.call
        end

        def breathe
          wanted.call
        end
      end

      class << self
        # Tests that share one connection look for nothing, or do it at once.
        attr_accessor :off, :at_once

        # Is something better still looked for? The first who asks has it begun.
        # @param job_id [Integer] @param key [Object] of the plan as it stands
        # @yieldparam go_on [#call] is there time left? @yieldreturn what is kept of it
        # @return [Boolean]
        def looking?(job_id, key, &)
          return yield(-> { true }) && false if at_once
          return false if off

          LOCK.synchronize do
            return !LATEST[job_id][1] if LATEST[job_id]&.first == key

            LATEST[job_id] = [key, false]
          end
          Concurrent::Promises.future_on(POOL) { looked(job_id, key, &) }.on_rejection! do |error|
            warn "job #{job_id} was not looked at further: #{error.message}"
          end
          true
        end

        private

        def looked(job_id, key)
          Thread.current.priority = -2
          Typing.typed
          return unless wanted?(job_id, key)

          until_s = Typing.now + SECONDS
          leave = Leave.new(-> { wanted?(job_id, key) }, -> { Typing.now < until_s })
          ActiveRecord::Base.connection_pool.with_connection { yield leave }
        ensure
          LOCK.synchronize { LATEST[job_id] = [key, true] if LATEST[job_id]&.first == key }
        end

        # Does the job still stand as it did? Asked of whoever types first.
        def wanted?(job_id, key)
          Typing.wait { LATEST[job_id]&.first == key }
          LATEST[job_id]&.first == key
        end
      end
    end
  end
end
