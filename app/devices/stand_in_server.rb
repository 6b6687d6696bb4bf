# frozen_string_literal: true

require "socket"

module Dakren
  module Devices
    # A stand-in on a port of its own, speaking the line protocol to whoever connects, taking commands.
    class StandInServer
      BEAT_S = 0.1
      LONGEST_COMMAND = 60
      MOST_CLIENTS = 16

      attr_reader :port

      # @param stand_in [#advance, #tell] with reading or readings
      # @param port [Integer] 0 for any free one
      # @param beat_s [Float] between two readings
      def initialize(stand_in, port: 0, beat_s: BEAT_S)
        @stand_in = stand_in
        @beat_s = beat_s
        @server = TCPServer.new("127.0.0.1", port)
        @port = @server.addr[1]
        @clients = []
        @lock = Mutex.new
      end

      # @return [StandInServer] self
      def start
        @threads = [Thread.new { welcome }, Thread.new { beat }]
        @threads.each { |thread| thread.report_on_exception = false }
        self
      end

      def stop
        (@threads || []).each(&:kill)
        @server.close
        @lock.synchronize { @clients.each(&:close) }
      rescue IOError
        nil
      end

      private

      def welcome
        loop do
          client = @server.accept
          next client.close if @lock.synchronize { @clients.size } >= MOST_CLIENTS

          @lock.synchronize { @clients << client }
          Thread.new { listen(client) }.report_on_exception = false
        end
      rescue IOError
        nil
      end

      def listen(client)
        while (line = client.gets("\n", LONGEST_COMMAND))
          @lock.synchronize { @stand_in.tell(line.strip) }
        end
      rescue SystemCallError, IOError
        nil
      ensure
        drop(client)
      end

      def beat
        last = clock
        loop do
          Kernel.sleep(@beat_s)
          now = clock
          lines, clients = @lock.synchronize do
            @stand_in.advance(now - last)
            [readings.map { |reading| "#{Protocol.write(reading)}\n" }.join, @clients.dup]
          end
          last = now
          clients.each { |client| send_to(client, lines) }
        end
      end

      def readings
        @stand_in.respond_to?(:readings) ? @stand_in.readings : [@stand_in.reading]
      end

      def send_to(client, lines)
        client.write_nonblock(lines)
      rescue IO::WaitWritable
        nil
      rescue SystemCallError, IOError
        drop(client)
      end

      def drop(client)
        @lock.synchronize { @clients.delete(client) }
        client.close
      rescue IOError
        nil
      end

      def clock
        Process.clock_gettime(Process::CLOCK_MONOTONIC)
      end
    end
  end
end
