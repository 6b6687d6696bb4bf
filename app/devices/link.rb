# frozen_string_literal: true

require "socket"

module Dakren
  # Devices of the shop: see Protocol for what they say.
  module Devices
    # The shop's side of a device: keeps the latest reading of each kind, says when the device is lost, and
    # connects again by itself. Of a flood only the newest lines count.
    class Link
      LOST_AFTER_S = 2.5
      AGAIN_AFTER_S = 1.0
      BREATH_S = 0.02
      CHUNK = 4096
      NEWEST_LINES = 50
      # Bytes read at once of what lies waiting, at most so many in a turn, and kept of them.
      DRAIN_CHUNK = 65_536
      DRAINED = 4_000_000
      KEPT = 8192

      # @param host [String]
      # @param port [Integer]
      def initialize(host, port)
        @host = host
        @port = port
        @latest = {}
        @lock = Mutex.new
        @rest = +""
      end

      # @return [Link] self
      def start
        @thread = Thread.new { keep_reading }
        @thread.report_on_exception = false
        self
      end

      def stop
        @thread&.kill
        @socket&.close
      rescue IOError
        nil
      end

      # @param kind [Symbol]
      # @return [Reading, nil] nil when nothing fresh was heard
      def reading(kind)
        reading, heard = @lock.synchronize { @latest[kind] }
        reading if reading && clock - heard < LOST_AFTER_S
      end

      # @param command [String] for a stand-in; a real device may pass it over
      # @return [Boolean] whether it could be sent
      def tell(command)
        @socket&.write("#{command}\n")
        !@socket.nil?
      rescue SystemCallError, IOError
        false
      end

      # What came in, in pieces of any size.
      # @param bytes [String]
      def take(bytes)
        @rest << bytes
        lines = @rest.split("\n", -1)
        @rest = lines.pop || +""
        @rest = +"" if @rest.bytesize > CHUNK
        lines.last(NEWEST_LINES).each do |line|
          reading = Protocol.read(line)
          @lock.synchronize { @latest[reading.kind] = [reading, clock] } if reading
        end
      end

      private

      def keep_reading
        loop do
          connect
          Kernel.sleep(AGAIN_AFTER_S)
        end
      end

      def connect
        @socket = TCPSocket.new(@host, @port)
        loop do
          take(newest(@socket))
          Kernel.sleep(BREATH_S)
        end
      rescue SystemCallError, IOError
        nil
      ensure
        @socket&.close
        @socket = nil
      end

      # Everything that lies waiting, and of that the end: what a device that floods said before is past.
      def newest(socket)
        bytes = socket.readpartial(CHUNK)
        drained = bytes.bytesize
        while drained < DRAINED && (more = socket.read_nonblock(DRAIN_CHUNK, exception: false)).is_a?(String)
          drained += more.bytesize
          bytes << more
          next if bytes.bytesize <= KEPT

          bytes = bytes.byteslice(-KEPT, KEPT)
          @rest = +""
          bytes = bytes.byteslice((bytes.index("\n") || 0)..)
        end
        bytes
      end

      def clock
        Process.clock_gettime(Process::CLOCK_MONOTONIC)
      end
    end

    # Every device of this shop by what it measures. Simulated ones answer only while the shop pretends, and what they say never
    # stands for something measured.
    class Connected
      KINDS = %i[scale room tins surface moisture comb].freeze
      ADDRESS = /\A([a-zA-Z0-9.-]{1,100}):(\d{1,5})\z/

      # @param links [Hash{Symbol=>Link}] real devices by kind
      # @param simulated [#call] to links of simulated ones by kind, asked for once, when the shop first pretends
      def initialize(links = {}, simulated: -> { {} })
        @links = links
        @simulated = simulated
        @pretended = {}
        @lock = Mutex.new
      end

      # The devices named in the environment, e.g. DAKREN_SCALE=192.168.0.20:4001, and simulated ones, each on a port of its own.
      # @param environment [#[]]
      # @return [Connected]
      def self.named_in(environment)
        named = KINDS.filter_map do |kind|
          (match = ADDRESS.match(environment["DAKREN_#{kind.to_s.upcase}"].to_s)) && [kind, Link.new(match[1], match[2].to_i).start]
        end
        new(named.to_h, simulated: lambda {
          weather = simulated(WeatherStandIn.new(steady_c: Float(environment["DAKREN_DEMO_ROOM_C"], exception: false)), 1.0)
          KINDS.to_h { |kind| [kind, kind == :scale ? simulated(ScaleStandIn.new, 0.1) : weather] }
        })
      end

      def self.simulated(thing, beat_s)
        Link.new("127.0.0.1", StandInServer.new(thing, beat_s: beat_s).start.port).start
      end
      private_class_method :simulated

      # Switches the simulated devices on or off.
      # @param wanted [Boolean]
      def pretend=(wanted)
        @lock.synchronize do
          @made ||= @simulated.call if wanted
          @pretended = wanted ? @made : {}
        end
      end

      def pretend?
        @pretended.any?
      end

      # @param kind [Symbol]
      # @return [Reading, nil]
      def reading(kind)
        @links.key?(kind) ? @links[kind].reading(kind) : @pretended[kind]&.reading(kind)
      end

      # Is what this kind of device says only pretended?
      def pretended?(kind)
        !@links.key?(kind) && @pretended.key?(kind)
      end

      # @return [Float, nil] °C where there is a thermometer that answers, real or simulated
      def temp_c(kind)
        found = reading(kind)
        found.value if found&.usable?
      end

      # @return [Float, nil] °C where it was really measured
      def measured_c(kind)
        pretended?(kind) ? nil : temp_c(kind)
      end

      # @return [Boolean]
      def tell(kind, command)
        link = @links[kind] || @pretended[kind]
        link ? link.tell(command) : false
      end
    end

    # The devices this process talks to.
    class << self
      attr_writer :connected

      # @return [Connected] the devices at hand; none until they are started
      def connected
        @connected ||= Connected.new
      end
    end
  end
end
