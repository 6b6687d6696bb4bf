# frozen_string_literal: true

require_relative "../core/dakren"

# Medians of repeated runs, never a verdict: what is slow shows here before anybody waits for it.
module Bench
  module_function

  # @return [Float] median milliseconds of a run
  def median_ms(times)
    runs = Array.new(times) do |i|
      from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      yield i
      (Process.clock_gettime(Process::CLOCK_MONOTONIC) - from) * 1000
    end
    runs.sort[times / 2]
  end

  def line(what, milliseconds, wanted = nil)
    puts format("%-58s %9.2f ms%s", what, milliseconds, wanted ? format("   wanted %g", wanted) : "")
  end

  # Peak memory of this process, MB (Linux).
  def peak_mb
    File.read("/proc/self/status")[/VmHWM:\s+(\d+)/, 1].to_i / 1024.0
  rescue SystemCallError
    Float::NAN
  end

  KINDS = %w[cure plan web screen shelf count].freeze
  BIG = ARGV.delete("--big")
end

kinds = ARGV.empty? ? Bench::KINDS - %w[web screen shelf count] : ARGV
unknown = kinds - Bench::KINDS
abort "bin/bench #{Bench::KINDS.join("|")} [--big]" unless unknown.empty?
kinds.each { |kind| require_relative "bench/#{kind}" }
puts format("%-58s %9.1f MB", "peak memory", Bench.peak_mb)
