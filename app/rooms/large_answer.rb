# frozen_string_literal: true

module Dakren
  module Rooms
    # What is large goes out beside all else: one thread writes to whoever takes it, as fast as each does, and no worker waits for anybody.
    # Who takes nothing for a while is let go.
    #
    #   large(File.open(path, "rb"), File.size(path))          # in a room: the answer
    module LargeAnswer
      # Smaller ones fit what a socket takes at once.
      FROM_BYTES = 200_000
      CHUNK_BYTES = 262_144
      PATIENCE_S = 60
      BEAT_S = 1.0

      # One that is under way.
      class Going
        attr_reader :socket

        def initialize(socket, source)
          @socket = socket
          @source = source
          @rest = +""
          @moved_at = LargeAnswer.now
        end

        # Writes what is taken now: is there more?
        def moves?
          @rest = next_chunk if @rest.empty?
          return false if @rest.nil? || @rest.empty?

          written = @socket.write_nonblock(@rest, exception: false)
          return true if written == :wait_writable

          @moved_at = LargeAnswer.now
          @rest = @rest.byteslice(written, @rest.bytesize - written)
          true
        end

        def stuck?
          LargeAnswer.now - @moved_at > PATIENCE_S
        end

        def close
          @source.close
          @socket.close
        rescue IOError, SystemCallError
          nil
        end

        private

        def next_chunk
          @source.read(CHUNK_BYTES)
        end
      end

      # An answer's body that is handed its socket, and lets the worker go.
      class Body
        attr_reader :bytes

        def initialize(source, bytes)
          @source = source
          @bytes = bytes
        end

        def call(socket)
          LargeAnswer.send_on(socket, @source)
        end
      end

      @begun = Queue.new
      @going = []
      @turn = Mutex.new

      module_function

      def now
        Process.clock_gettime(Process::CLOCK_MONOTONIC)
      end

      # @param socket [IO] @param source [IO] what is read; closed in the end
      def send_on(socket, source)
        @turn.synchronize do
          @begun << Going.new(socket, source)
          unless @thread&.alive?
            @heard, @bell = IO.pipe
            @thread = Thread.new { loop { round } }
          end
          @bell.write_nonblock(".", exception: false)
        end
      end

      # Whoever takes something now gets it; whoever took nothing for long is let go.
      def round
        ready, takers, = IO.select([@heard], @going.map(&:socket), nil, BEAT_S)
        @heard.read_nonblock(CHUNK_BYTES, exception: false) if ready&.any?
        over = (takers || []).map { |socket| @going.find { |one| one.socket == socket } }.reject { |one| going_on?(one) }
        let_go(over | @going.select(&:stuck?))
      rescue IOError, SystemCallError
        let_go(@going.select { |one| one.socket.closed? })
      ensure
        @going << @begun.pop until @begun.empty?
      end

      def going_on?(one)
        one.moves?
      rescue IOError, SystemCallError
        false
      end

      def let_go(over)
        over.each(&:close)
        @going -= over
      end
      private_class_method :round, :going_on?, :let_go
    end
  end
end
