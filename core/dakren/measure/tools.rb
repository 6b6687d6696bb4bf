# frozen_string_literal: true

require_relative "tool"

Dir.glob("tools/*.rb", base: __dir__).each { |file| require_relative file }

module Dakren
  module Measure
    # Ways of measuring a batch, and how they are called in a sentence.
    METHODS = Tools.methods_short.freeze
  end
end
