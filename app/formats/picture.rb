# frozen_string_literal: true

require "fastimage"
require "stringio"

module Dakren
  module Formats
    # A photograph as it was brought: what it really is and how large it is seen, by its own first bytes. A telephone that was held
    # upright writes the picture lying and how to turn it: the sides are those of the turned picture, as every browser shows it.
    module Picture
      MOST_BYTES = 16_000_000
      SIDES = (16..20_000)
      ENDINGS = { png: "png", jpeg: "jpg", webp: "webp" }.freeze
      Format = Value.define(:type, :ending, :width, :height)

      module_function

      # @param bytes [String]
      # @return [Format]
      # @raise [InputError] naming picture
      def kind(bytes)
        refuse_large(bytes.bytesize)
        found = FastImage.new(StringIO.new(bytes.b))
        type = found.type
        if !ENDINGS.key?(type) || found.size.nil?
          raise InputError.new("picture", "must be a PNG, JPEG or WebP photograph; this file is none, whatever it is called")
        end

        made(type, *found.size)
      end

      def made(type, width, height)
        unless [width, height].all? { |side| SIDES.cover?(side) }
          raise InputError.new("picture", "must be #{SIDES.begin} to #{SIDES.end} pixels on each side; it is #{width} × #{height}")
        end

        Format.new(type: "image/#{type}", ending: ENDINGS.fetch(type), width: width, height: height)
      end

      def refuse_large(bytes)
        return if bytes <= MOST_BYTES

        raise InputError.new("picture",
          "is #{(bytes / 1e6).round} MB; at most #{MOST_BYTES / 1_000_000} MB are taken. Make it smaller first")
      end
      private_class_method :made, :refuse_large
    end
  end
end
