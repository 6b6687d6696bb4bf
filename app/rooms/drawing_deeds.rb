# frozen_string_literal: true

module Dakren
  module Rooms
    # What rooms share in which a piece is drawn: shapes, depth readings and the scale of a photograph put into the job.
    module DrawingDeeds
      DEEDS = /\A(draw-add|draw-take|sound|scale-first|scale-second|drop-picture):(p\d{1,6})\z/

      # The document after what was pressed on a drawing; nil where it was something else. A complaint leaves it as it was typed.
      # @param document [Hash] @param act [String]
      # @return [Hash, nil]
      def drawn_into(document, act)
        deed, place = act.match(DEEDS)&.captures
        return if deed.nil? || !Document::JobDocument.ids(document, "places").include?(place)

        case deed
        when "draw-add", "draw-take" then drawn.put(document, place, deed.delete_prefix("draw-"))
        when "sound" then drawn.sound(document, place, word("drawn_depth_#{place}"), page_system)
        when "drop-picture" then Document::Part.of(document, place).without(*Document::JobDocument::PICTURE)
        else drawn.scale(document, place, mm_per_px(place), known_length, deed.delete_prefix("scale-"))
        end
      rescue InputError => e
        @complaint = e.field == "length" ? "The known length #{e.allowed}" : "What was drawn #{e.allowed}"
        document
      end

      def drawn
        Document::Drawn.new(word("drawn_tool"), word("drawn"))
      end

      def known_length
        bare = wording.bare_length
        Measure::Typed.read(word("drawn_length"), field: "length", units: Measure::Units::LENGTH, bare: bare,
          allowed: Geometry::PictureScale::LENGTH_MM).to_f
      end

      # A picture without a scale lies there a metre wide.
      def mm_per_px(place)
        picture_scale(place)&.mm_per_px || (1000.0 / (picture_record(place)&.width || 1000))
      end

      def picture_record(place)
        id = Document::Part.of(@record.document, place).picture
        id.empty? ? nil : Stores::Picture.find_by(id: id, job_id: @record.id)
      end

      def picture_scale(place)
        pairs = JSON.parse(Document::Part.of(@record.document, place).picture_scale)
        pairs.is_a?(Hash) && pairs["first"].is_a?(Array) ? Geometry::PictureScale.new(pairs["first"], pairs["second"]) : nil
      rescue JSON::ParserError, InputError, TypeError
        nil
      end
    end
  end
end
