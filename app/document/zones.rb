# frozen_string_literal: true

require "active_support"
require "active_support/time"

module Dakren
  module Document
    # Time zones by name. A job keeps its own, so that its plan says the same on every machine.
    module Zones
      LOCALTIME = "/etc/localtime"
      NAMED = "/etc/timezone"
      FALLBACK = "Etc/UTC"
      MACHINE = Memo.new(4)

      module_function

      # @param name [String, nil] e.g. "Europe/Berlin"; nil or unknown for the machine's own
      # @return [ActiveSupport::TimeZone]
      def of(name)
        known(name) || known(system_name) || ActiveSupport::TimeZone[FALLBACK]
      end

      # @return [ActiveSupport::TimeZone, nil]
      def known(name)
        name.to_s.empty? ? nil : ActiveSupport::TimeZone[name.to_s]
      rescue ArgumentError
        nil
      end

      # The zone of the machine this runs on: looked up once for each setting of TZ.
      # @return [String]
      def system_name
        MACHINE.recall(ENV.fetch("TZ", nil)) do
          [ENV.fetch("TZ", nil), (File.read(NAMED).strip if File.exist?(NAMED)),
            (File.readlink(LOCALTIME)[%r{zoneinfo/(.+)\z}, 1] if File.symlink?(LOCALTIME))].find { |name| known(name) } || FALLBACK
        end
      end

      # @return [Array<String>]
      def names
        TZInfo::Timezone.all_identifiers
      end
    end
  end
end
