# frozen_string_literal: true

module Dakren
  module Formats
    # Work on what somebody brought, in a process of its own: with so much time and so much memory and no more, while everybody else
    # goes on. Whatever becomes of it, the shop does not.
    #
    #   Apart.run(limit_s: 5, limit_mb: 300) { read(file) }   # => what the block returns, or what it raised of ours
    #
    # The seconds are those the work itself takes: on a machine that has much else to do it is waited for longer.
    module Apart
      # It took too long, too much, or fell over.
      class Failed < StandardError; end

      PAGE_BYTES = 4096
      OVER_TIME = Signal.list.fetch("XCPU")
      MEGABYTE = 1_000_000
      CHUNK = 65_536
      # A busy machine may take so many times the work's own seconds.
      BUSY = 6
      # Where the system says how much memory this program has, in pages.
      HELD = "/proc/self/statm"

      module_function

      # @param limit_s [Integer] of computing, at least 1 @param longest_s [Numeric] by the clock, waiting for its turn included
      # @param limit_mb [Numeric] on top of what the program itself has
      # @return [Object] what can be marshalled
      # @raise [InputError] as the block does
      # @raise [Failed] with the reason as the end of a sentence
      def run(limit_s:, limit_mb:, longest_s: limit_s * BUSY, &block)
        from, to = IO.pipe(binmode: true)
        child = Process.fork { inside(from, to, limit_s, limit_mb, &block) }
        to.close
        bytes = within(from, longest_s)
        ended = stop(child)
        child = nil
        raise Failed, "takes longer than #{limit_s} s to read" if bytes.nil? || ended.termsig == OVER_TIME

        told(bytes, limit_mb)
      ensure
        [from, to].compact.each { |pipe| pipe.close unless pipe.closed? }
        child && stop(child)
      end

      def inside(from, to, limit_s, limit_mb)
        from.close
        Process.setrlimit(:CPU, limit_s, limit_s + 1)
        trap("XCPU", "SYSTEM_DEFAULT")
        Process.setrlimit(:AS, (File.read(HELD).split.first.to_i * PAGE_BYTES) + (limit_mb * MEGABYTE)) if File.exist?(HELD)
        answer = begin
          [:done, yield]
        rescue InputError => e
          [:refused, [e.field, e.allowed]]
        end
        to.write(Marshal.dump(answer))
        to.close
      rescue NoMemoryError, StandardError, SystemStackError => e
        to.write(Marshal.dump([e.is_a?(NoMemoryError) ? :memory : :broken, nil]))
      ensure
        exit!(0)
      end

      # What is written within so many seconds; nil where it is not finished then.
      def within(pipe, longest_s)
        deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + longest_s
        bytes = +"".b
        loop do
          left = deadline - Process.clock_gettime(Process::CLOCK_MONOTONIC)
          return if left <= 0 || !pipe.wait_readable(left)

          bytes << pipe.read_nonblock(CHUNK)
        end
      rescue EOFError
        bytes
      end

      def told(bytes, limit_mb)
        outcome, value = bytes.empty? ? :memory : Marshal.load(bytes) # rubocop:disable Security/MarshalLoad -- our own child's
        case outcome
        when :done then value
        when :refused then raise InputError.new(*value)
        when :memory then raise Failed, "takes more than #{limit_mb} MB to read"
        else raise Failed, "is broken: it cannot be read"
        end
      end

      # @return [Process::Status] how it ended
      def stop(child)
        Process.kill("KILL", child)
        Process.wait2(child).last
      end
      private_class_method :inside, :within, :told, :stop
    end
  end
end
