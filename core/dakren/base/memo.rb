# frozen_string_literal: true

module Dakren
  # Remembers results of pure computations, the least recently used forgotten first.
  #
  #   RUNS = Memo.new(2000)
  #   RUNS.recall([clock.key, mass_g]) { long_computation }
  class Memo
    # @param most [Integer] results kept
    def initialize(most)
      @most = most
      @kept = {}
      @lock = Mutex.new
    end

    # @param key [Object] everything the result depends on
    # @return [Object] the remembered result, or the block's
    def recall(key)
      @lock.synchronize do
        if @kept.key?(key)
          value = @kept.delete(key)
          return @kept[key] = value
        end
      end
      value = yield
      @lock.synchronize do
        @kept[key] = value
        @kept.shift while @kept.size > @most
      end
      value
    end

    # @param key [Object] @param value [Object] what is remembered from now on
    def keep(key, value)
      @lock.synchronize do
        @kept.delete(key)
        @kept[key] = value
        @kept.shift while @kept.size > @most
      end
    end

    # @param key [Object] what is to be computed anew
    # @return [Object, nil] what was remembered of it
    def forget(key)
      @lock.synchronize { @kept.delete(key) }
    end

    # @return [Object, nil] what is remembered, without computing
    def known(key)
      @lock.synchronize { @kept[key] }
    end

    def clear
      @lock.synchronize { @kept.clear }
    end

    def size
      @lock.synchronize { @kept.size }
    end
  end
end
