# frozen_string_literal: true

require "bcrypt"
require_relative "keeping"

module Dakren
  module Stores
    # What lets a device of the workshop in. Kept as its bcrypt hash alone.
    #
    #   Passphrase.set("seven warm tins")      # => nil, or why it will not do
    #   Passphrase.right?("seven warm tins")   # => true
    module Passphrase
      NAME = "passphrase"
      LEAST = 10
      # bcrypt reads no further.
      MOST_BYTES = 72
      COST = BCrypt::Engine::DEFAULT_COST

      module_function

      # @param text [String] as typed; spaces before and after do not count
      # @return [String, nil] why it is not taken
      def unfit(text)
        text = text.to_s.strip
        return "must be at least #{LEAST} characters; a few plain words are good" if text.length < LEAST
        return "must be at most #{MOST_BYTES} bytes" if text.bytesize > MOST_BYTES
        return "must not be one character alone" if text.chars.uniq.size == 1

        nil
      end

      # @return [String, nil] why it is not taken
      def set(text, cost: COST)
        unfit(text) || Keeping.keep(NAME, BCrypt::Password.create(text.strip, cost: cost)).then { nil }
      end

      def set?
        !Keeping.of(NAME).nil?
      end

      # @return [Boolean] takes a quarter of a second, whichever it is
      def right?(text)
        kept = Keeping.of(NAME) or return false
        text = text.to_s.strip
        text.bytesize <= MOST_BYTES && !text.include?("\0") && BCrypt::Password.new(kept) == text
      rescue BCrypt::Errors::InvalidHash
        false
      end
    end
  end
end
