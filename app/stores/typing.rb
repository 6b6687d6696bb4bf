# frozen_string_literal: true

module Dakren
  module Stores
    # Does anybody type or press anything just now? What is worked out beside all else stands still so long: it would take the time of
    # whoever waits for an answer.
    module Typing
      # How long nothing may have been typed: longer than from one field to the next.
      QUIET_S = 1.5
      BREATH_S = 0.05
      # Nothing waits for longer at a time, however much is typed.
      MOST_S = 5.0

      class << self
        # Somebody typed or pressed something.
        def typed
          @typed_at = now
        end

        # Waits until they pause.
        # @yieldreturn [Boolean] is it still worth waiting for?
        def wait
          until_s = now + MOST_S
          Kernel.sleep(BREATH_S) while now < until_s && now < @typed_at.to_f + QUIET_S && (!block_given? || yield)
        end

        # @return [Float] seconds of the even clock
        def now
          Process.clock_gettime(Process::CLOCK_MONOTONIC)
        end
      end
    end
  end
end
