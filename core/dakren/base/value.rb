# frozen_string_literal: true

module Dakren
  # Immutable values with named parts. Ruby 3.1 has no Data class; this is the little we need of one.
  #
  #   Point = Value.define(:x_mm, :y_mm)
  #   Point.new(x_mm: 1, y_mm: 2).with(y_mm: 3)
  module Value
    # @param members [Array<Symbol>] names of the parts; all must be given, unless defaults name them
    # @param defaults [Hash{Symbol=>Object}] values of parts that may be left out
    # @return [Class] a frozen keyword struct
    def self.define(*members, **defaults, &body)
      all = members + defaults.keys
      Struct.new(*all, keyword_init: true) do
        define_method(:initialize) do |**given|
          raise ArgumentError, "missing #{(members - given.keys).join(", ")}" unless members.all? { |name| given.key?(name) }

          super(**defaults, **given)
          freeze
        end

        all.each { |name| undef_method(:"#{name}=") }
        define_method(:with) { |**changes| self.class.new(**to_h, **changes) }
        class_eval(&body) if body
      end
    end
  end
end
