# frozen_string_literal: true

module Dakren
  module Stores
    # The clock of the shop. Tests put it forward instead of waiting: DAKREN_CLOCK names a file that holds
    # the seconds to add.
    module Now
      module_function

      # @return [Float] seconds
      def now
        Time.now.to_f + ahead
      end

      def ahead
        file = ENV.fetch("DAKREN_CLOCK", nil)
        file && File.exist?(file) ? File.read(file).to_f : 0.0
      end
    end
  end
end
