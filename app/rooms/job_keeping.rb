# frozen_string_literal: true

module Dakren
  module Rooms
    # What rooms that open a job share: its record, its plan, and keeping what was typed.
    module JobKeeping
      # The shop's plans.
      # @return [Stores::Planning]
      def planning
        @planning ||= Stores::Planning.new(settings_row, job_id: @record&.id)
      end

      # @return [Document::JobDesk]
      def desk_of(document)
        planning.desk_of(document)
      end

      def find(id)
        Stores::Job.find_by(id: id) || not_found
      end

      # What was typed here, put together with what may have been typed elsewhere since.
      # @return [Array(Hash, Array<String>)] the document, and keys both have changed
      def typed_into(record)
        base = record.document_at(word("revision").to_i) || record.document
        mine = Document::JobDocument.from_form(typed, page: page_system, before: base)
        Document::JobDocument.merge(base, mine, record.document)
      end

      # Keeps a document, or goes a step back or on; a step begins from what was kept unless something was typed.
      def keep(record, document)
        step = word("act")
        stepping = %w[undo redo].include?(step)
        record.write(document) unless stepping && Document::JobDocument.same?(record.document, document)
        record.public_send(step) if stepping
        record.summarise(Stores::Summary.of(desk_of(record.document)), planning.stamp)
      end

      def blank_document
        next_hour = zone.at((Time.now.to_i / 3600 * 3600) + 3600)
        Document::JobDocument.blank(shop_temp_c: settings_row.shop_temp_c, start: next_hour.strftime("%Y-%m-%dT%H:%M"),
          zone: zone.tzinfo.name)
      end
    end
  end
end
