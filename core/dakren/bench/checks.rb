# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Bench
    # Checks of what was made: how each is done, and what its reading is.
    #
    # unit: of a number, nil where it is a word; choices: what it can come to.
    Trial = Value.define(:name, :label, :how, unit: nil, allowed: nil, choices: nil)

    # The checks there are.
    module Checks
      ALL = [
        Trial.new(name: :tack, label: "tack", how: "A gloved finger, lightly.", choices: ["wet", "grabs, leaves nothing", "no grab"]),
        Trial.new(name: :dab, label: "test dab", how: "Touch the dab, not the work.", choices: %w[soft tacky hard]),
        Trial.new(name: :nail, label: "nail", how: "A thumb nail, pressed.", choices: ["leaves a mark", "leaves no mark"]),
        Trial.new(name: :coin, label: "coin", how: "A coin's edge, drawn over it.",
          choices: ["digs in", "scratches white", "leaves nothing"]),
        Trial.new(name: :durometer, label: "durometer", how: "Shore D, pressed flat, read after a second.", unit: "Shore D",
          allowed: 0..100),
        Trial.new(name: :comb, label: "comb", how: "The tooth that is wet.", unit: "micron", allowed: 5..10_000),
        Trial.new(name: :bend, label: "bend", how: "A sample strip, bent.", choices: %w[stiff gives bends breaks]),
        Trial.new(name: :scratch, label: "scratch", how: "A needle, drawn over it.", choices: ["fine line", "white line", "tears"]),
        Trial.new(name: :wash, label: "washes off", how: "Plain water and a cloth.", choices: %w[yes no])
      ].to_h { |check| [check.name, check] }.freeze

      module_function

      # @return [Array<Array(String, String)>] names, and how each is called
      def all_words
        ALL.values.map { |trial| [trial.name.to_s, trial.label] }
      end

      # @return [String]
      def label(name)
        ALL[name.to_s.to_sym]&.label.to_s
      end
    end
  end
end
