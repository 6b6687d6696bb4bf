# frozen_string_literal: true

module Dakren
  module Formats
    # A photograph as it was brought: what it really is and how large, by its own first bytes.
    module Picture
      MOST_BYTES = 16_000_000
      # Markers between the frames' own that tell no size.
      NO_FRAMES = [0xC4, 0xC8, 0xCC].freeze
      SIDES = (16..20_000)
      Format = Value.define(:type, :ending, :width, :height)

      module_function

      # @param bytes [String]
      # @return [Format]
      # @raise [InputError] naming picture
      def kind(bytes)
        bytes = bytes.b
        if bytes.bytesize > MOST_BYTES
          raise InputError.new("picture",
            "is #{(bytes.bytesize / 1e6).round} MB; at most #{MOST_BYTES / 1_000_000} MB are taken. Make it smaller first")
        end

        found = png(bytes) || jpeg(bytes) || webp(bytes)
        raise InputError.new("picture", "must be a PNG, JPEG or WebP photograph; this file is none, whatever it is called") if found.nil?
        unless [found.width, found.height].all? { |side| SIDES.cover?(side) }
          raise InputError.new("picture",
            "must be #{SIDES.begin} to #{SIDES.end} pixels on each side; it is #{found.width} × #{found.height}")
        end

        found
      end

      def png(bytes)
        return unless bytes.start_with?("\x89PNG\r\n\x1A\n".b) && bytes.byteslice(12, 4) == "IHDR"

        Format.new(type: "image/png", ending: "png", width: bytes.byteslice(16, 4).unpack1("N"),
          height: bytes.byteslice(20, 4).unpack1("N"))
      end

      # Segments of a JPEG up to the one that tells the size.
      def jpeg(bytes)
        return unless bytes.start_with?("\xFF\xD8".b)

        at = 2
        while at + 9 < bytes.bytesize && bytes.getbyte(at) == 0xFF
          marker = bytes.getbyte(at + 1)
          if marker.between?(0xC0, 0xCF) && !NO_FRAMES.include?(marker)
            height, width = bytes.byteslice(at + 5, 4).unpack("nn")
            return Format.new(type: "image/jpeg", ending: "jpg", width: width, height: height)
          end
          at += 2 + [bytes.byteslice(at + 2, 2).unpack1("n"), 2].max
        end
        nil
      end

      def webp(bytes)
        return unless bytes.start_with?("RIFF") && bytes.byteslice(8, 4) == "WEBP" && bytes.bytesize > 30

        width, height = case bytes.byteslice(12, 4)
                        when "VP8X" then [24, 27].map { |at| "#{bytes.byteslice(at, 3)}\0".unpack1("V") + 1 }
                        when "VP8 " then bytes.byteslice(26, 4).unpack("vv").map { |side| side & 0x3FFF }
                        when "VP8L" then bytes.byteslice(21, 4).unpack1("V").then do |bits|
                          [(bits & 0x3FFF) + 1, ((bits >> 14) & 0x3FFF) + 1]
                        end
                        end
        width && Format.new(type: "image/webp", ending: "webp", width: width, height: height)
      end
      private_class_method :png, :jpeg, :webp
    end
  end
end
