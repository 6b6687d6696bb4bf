# frozen_string_literal: true

module Dakren
  module Document
    # What every form shares: the fields as they were typed, and what is wrong with them by field.
    module TypedForm
      attr_reader :typed, :problems

      def valid?
        problems.empty?
      end

      # @param name [String]
      # @return [String] as typed
      def value(name)
        typed[name].to_s
      end
    end
  end
end
