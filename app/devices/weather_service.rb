# frozen_string_literal: true

require "socket"
require "time"

module Dakren
  module Devices
    # Temperatures by the hour for as long as a job lasts. A simulated one answers while the shop pretends; a real one is
    # named by DAKREN_WEATHER=host:port and answers "forecast <time> <hours>" with lines "<time> <°C>" and a last line ".".
    module WeatherService
      HOURS = 14 * 24
      PATIENCE_S = 1.5
      LINE = /\A(\S+)\s+(-?\d{1,3}(?:\.\d+)?)\z/

      module_function

      # @param from [Time]
      # @return [Array<Array(Float, Float)>, nil] minutes from there and °C; nil where the desk does not answer
      def forecast(from, hours: HOURS, address: ENV.fetch("DAKREN_WEATHER", nil))
        if !address.to_s.empty? then asked(address, from, hours)
        elsif Devices.connected.pretend? then simulated(from, hours)
        end
      end

      # Invented weather, the same whenever it is asked for the same hour: a daily wave with better and worse days.
      def simulated(from, hours)
        (0..hours).map do |hour|
          time = from + (hour * 3600)
          day = time.yday + (time.year * 366)
          mean = 17.5 + (3 * Math.sin(day * 0.9)) + (1.5 * Math.sin(day * 2.3))
          [hour * 60.0, (mean + (3.5 * Math.cos(2 * Math::PI * (time.hour + (time.min / 60.0) - 15) / 24))).round(1)]
        end
      end

      def asked(address, from, hours)
        host, _, port = address.rpartition(":")
        Socket.tcp(host, port.to_i, connect_timeout: PATIENCE_S) do |socket|
          socket.write("forecast #{from.iso8601} #{hours}\n")
          lines = read(socket)
          found = lines.filter_map { |line| (match = LINE.match(line)) && [(Time.iso8601(match[1]) - from) / 60, match[2].to_f] }
          found.size > 1 ? found : nil
        end
      rescue SystemCallError, SocketError, ArgumentError, IOError
        nil
      end

      def read(socket)
        lines = []
        deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + PATIENCE_S
        buffer = +""
        until buffer.include?("\n.\n") || lines.size > 2000
          left = deadline - Process.clock_gettime(Process::CLOCK_MONOTONIC)
          break if left <= 0 || !socket.wait_readable(left)

          buffer << socket.readpartial(4096)
        end
        buffer.lines.map(&:strip)
      rescue EOFError
        buffer.lines.map(&:strip)
      end
      private_class_method :simulated, :asked, :read
    end
  end
end
