# frozen_string_literal: true

module Dakren
  module Rooms
    # What rooms that open a job share: its record, its plan, and keeping what was typed.
    module JobKeeping
      # Days and hours that lie ahead; all others are marks of what has happened.
      TO_COME = /\A(?:start|deadline|c\d+-not_before_\d+_\d+)\z/

      # The shop's plans.
      # @return [Stores::Planning]
      def planning
        @planning ||= Stores::Planning.new(@settings_row, job_id: @record&.id)
      end

      def settings_row
        @settings_row ||= @planning ? @planning.settings : super
      end

      # @return [Document::JobDesk]
      def desk_of(document)
        planning.desk_soon(document)
      end

      # What was done on a deleted job can be read; nothing more is done to it.
      def find(id)
        record = Stores::Job.opened(id) || not_found
        halt in_the_bin(record) if record.deleted? && (writes? || [Jobs, Table].include?(self.class))
        record
      end

      def in_the_bin(record)
        status 410
        says = "“#{record.title(60)}” was deleted#{" by #{record.binned_by}" unless record.binned_by.empty?}."
        if live?
          content_type "text/plain"
          return "#{says} What you typed was not taken: put the job back, under Jobs, Bin, and send it again."
        end

        @title = "Deleted"
        erb :"bin/job", locals: { record: record, says: says }
      end

      # What was typed here, put together with what may have been typed elsewhere since.
      # @return [Array(Hash, Array<String>)] the document, and keys both have changed
      def typed_into(record)
        refuse_too_long
        return [record.document, []] if left_taken?

        base = record.document_at(word("revision").to_i) || record.document
        mine = moments_read(Document::JobDocument.from_form(typed, page: page_system, before: base), base)
        Document::JobDocument.merge(base, mine, record.document)
      end

      # Nothing is cut: what is too long for its field is not taken, and stands where it was typed.
      def refuse_too_long
        field, length, most = Document::JobDocument.too_long(typed).first
        return unless field

        halt page("That is too long", "#{field.label.sub(/\A./, &:upcase)} must be at most #{most} characters; it has #{length}. " \
                                      "Nothing was taken of it: it still stands where you typed it.", 413)
      end

      # Days and hours as they are kept, where what was typed can be read.
      def moments_read(document, before)
        at = Document::Zones.of(document["zone"])
        changed = document.select { |key, text| text.is_a?(String) && text != before[key] && Document::Fields.of(key)&.kind == :time }
        document.merge(changed.to_h { |key, text| [key, moment_read(text, at, past: !TO_COME.match?(key))] })
      end

      def moment_read(text, at, past:)
        return text if text.strip.empty?

        wording.dates.read(text, zone: at, now: at.at(Stores::Now.wall), past: past).strftime("%Y-%m-%dT%H:%M")
      rescue InputError
        text
      end

      # Keeps a document, or goes a step back or on; a step begins from what was kept unless something was typed.
      # @param record [Stores::Job] as it was read
      # @return [Boolean] false where another device has written since: nothing is kept then
      def keep(record, document)
        Stores::Database.writing do
          Stores::Job.transaction do
            next record.while_still { write_down(record, document) } unless record.new_record?

            write_down(record, document)
            true
          end
        end
      end

      # In the writer's turn.
      def write_down(record, document)
        step = act_once
        stepping = %w[undo redo].include?(step)
        seen = record.revision
        record.write(document, by: by) unless stepping && Document::JobDocument.same?(record.document, document)
        record.public_send(step, by: by) if stepping && !behind?(seen)
        done_once
        Stores::Deed.create!(name: left_name) if left_name && !left_taken?
      end

      # Keeps what the plan says now. Planned first, then written.
      def sum_up(record)
        desk = desk_of(record.document)
        # What is not ready yet is summed up in the background.
        return if desk.working?

        took = desk.tasks.to_h { |task| [task.id, task.took] }
        Stores::Paces.took(record, took) if took.values.any?(&:any?) || planning.rows.own_of?(record.id)
        said = Stores::Summary.of(desk)
        Stores::Database.writing { record.summarise(said, planning.stamp) }
      end

      # What a browser had kept while the shop did not answer comes twice where only the answer was lost: it is taken once.
      def left_taken?
        !left_name.nil? && Stores::Deed.exists?(name: left_name)
      end

      # @return [String, nil]
      def left_name
        word("left_id").empty? ? nil : "left #{word("left_id")[0, 60]}"
      end

      # What was pressed; nothing, where this very deed was done already and only its answer was lost.
      def act_once
        @act_once ||= deed_name && Stores::Deed.exists?(name: deed_name) ? "" : word("act")
      end

      def done_once
        Stores::Deed.create!(name: deed_name) if deed_name && !act_once.empty? && !Stores::Deed.exists?(name: deed_name)
      end

      # @return [String, nil]
      def deed_name
        id = word("deed_id")
        id.empty? || word("act").empty? ? nil : "#{id[0, 40]} #{request.path} #{word("act")[0, 80]}"
      end

      # A step back from a page that has not seen the last change would take that of somebody else.
      def behind?(revision)
        return false if word("revision").empty? || word("revision").to_i == revision

        @complaint = "Another device has changed this job since the page was loaded. What it changed is shown now: press again to take " \
                     "that back."
        true
      end

      def blank_document
        next_hour = zone.at((Time.now.to_i / 3600 * 3600) + 3600)
        Document::JobDocument.blank(shop_temp_c: settings_row.shop_temp_c, start: next_hour.strftime("%Y-%m-%dT%H:%M"),
          zone: zone.tzinfo.name, system: settings_row.units)
      end
    end
  end
end
