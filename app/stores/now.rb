# frozen_string_literal: true

require "json"

module Dakren
  module Stores
    # The clocks of the shop: the one on the wall, which anybody may set, and the one batches run by, which goes on evenly whatever is done
    # to that. As long as nobody sets the wall clock both are the same.
    #
    # Tests put time forward instead of waiting: DAKREN_CLOCK names a file that holds the seconds to add, DAKREN_WALL one that holds by how
    # many seconds somebody has set the wall clock.
    module Now
      # What a clock may be put right by without anybody having set it.
      LEAST_S = 2.0
      BOOT = "/proc/sys/kernel/random/boot_id"
      EVEN = Process.const_defined?(:CLOCK_BOOTTIME) ? Process::CLOCK_BOOTTIME : Process::CLOCK_MONOTONIC

      # by_s: how far the wall clock is ahead of the even one; at: when that was seen, seconds of the wall clock
      Jump = Value.define(:by_s, :at)

      @turn = Mutex.new
      @jump = nil
      @seen = nil

      class << self
        # @return [String, nil] path of the file it goes on from after a restart
        attr_reader :kept_in
      end

      module_function

      # Seconds of the clock batches run by.
      # @return [Float]
      def now
        wall - jump_s
      end

      # Seconds of the clock on the wall.
      # @return [Float]
      def wall
        @turn.synchronize do
          seen = look
          @jump = jumped(@seen, seen) if @seen
          @seen = seen
          seen[:wall]
        end
      end

      # Somebody has set the wall clock while batches were on the go.
      # @return [Jump, nil]
      def jump
        wall
        @jump
      end

      # @return [Float] 0 where nobody has set it
      def jump_s
        @jump ? @jump.by_s : 0.0
      end

      # No batch is on the go: the wall clock is believed again.
      def settle
        @turn.synchronize { @jump = nil }
        keep
      end

      # Goes on from where it was kept: on the same start of the machine evenly; after another, never from before what was seen.
      # @param path [String, nil] nil: it is kept nowhere
      def go_on_from(path)
        @kept_in = path
        kept = path && File.exist?(path) ? JSON.parse(File.read(path), symbolize_names: true) : nil
        @turn.synchronize do
          @jump = kept && kept[:by_s].to_f.nonzero? ? Jump.new(by_s: kept[:by_s], at: kept[:since]) : nil
          @seen = kept && continued(kept, look)
        end
        wall
      rescue JSON::ParserError, SystemCallError, TypeError, NoMethodError
        @seen = nil
      end

      # For the next start.
      def keep
        # Never over what is no file of ours, whatever path was given.
        return unless @kept_in && (File.file?(@kept_in) || !File.exist?(@kept_in))

        wall
        told = @turn.synchronize { { boot: boot, **@seen, by_s: jump_s, since: @jump&.at } }
        File.write("#{@kept_in}.part", JSON.generate(told), perm: 0o600)
        File.rename("#{@kept_in}.part", @kept_in)
      rescue SystemCallError
        nil # the disk is full: told elsewhere
      end

      def look
        ahead = seconds_in("DAKREN_CLOCK")
        { wall: Time.now.to_f + ahead + seconds_in("DAKREN_WALL"), even: Process.clock_gettime(EVEN) + ahead }
      end

      def jumped(before, now)
        by = (now[:wall] - before[:wall]) - (now[:even] - before[:even])
        return @jump if by.abs < LEAST_S

        whole = jump_s + by
        whole.abs < LEAST_S ? nil : Jump.new(by_s: whole, at: now[:wall])
      end

      # Another start of the machine has another even clock: it is taken to have gone on with the wall clock, but never backwards.
      def continued(kept, now)
        return { wall: kept[:wall].to_f, even: kept[:even].to_f } if kept[:boot] == boot

        now[:wall] < kept[:wall].to_f ? { wall: kept[:wall].to_f, even: now[:even] } : now
      end

      def boot
        @boot ||= File.exist?(BOOT) ? File.read(BOOT).strip : Process.pid.to_s
      end

      def seconds_in(name)
        file = ENV.fetch(name, nil)
        file && File.exist?(file) ? File.read(file).to_f : 0.0
      end
      private_class_method :look, :jumped, :continued, :boot, :seconds_in
    end
  end
end
