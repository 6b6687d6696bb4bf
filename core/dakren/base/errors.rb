# frozen_string_literal: true

module Dakren
  # One input that cannot be used. It names the field and says what is allowed, so that whoever
  # shows it (a page, the command line) never has to guess.
  #
  #   raise InputError.new("room_c", "must be between -40 and 120 °C", given: 900)
  class InputError < StandardError
    attr_reader :field, :allowed, :given

    # @param field [String, Symbol] name of the field, with its unit, e.g. "depth_mm"
    # @param allowed [String] what is allowed, as a clause that follows the field's name
    # @param given [Object, nil] what was given instead
    def initialize(field, allowed, given: nil)
      @field = field.to_s
      @allowed = allowed
      @given = given
      super("#{@field} #{allowed}")
    end

    # The same complaint under another name, e.g. inside "sheet".
    # @return [InputError]
    def within(outer)
      self.class.new("#{outer}.#{field}", allowed, given: given)
    end
  end

  # A computation that could not meet its tolerance inside its bound of work. Never a wrong number.
  class NotSolved < StandardError; end
end
