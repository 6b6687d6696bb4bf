# frozen_string_literal: true

module Dakren
  module Stores
    # Something that goes on beside all else, in a thread of its own. The class says how long it rests, PAUSE_S, and has a go_on that
    # raises nothing.
    module Beside
      # @return [self]
      def start
        @thread = Thread.new { loop { one_round } }
        @thread.report_on_exception = false
        self
      end

      def stop
        @thread&.kill
      end

      private

      def one_round
        go_on
        ActiveRecord::Base.connection_handler.clear_active_connections!
        Kernel.sleep(self.class::PAUSE_S)
      end
    end
  end
end
