# frozen_string_literal: true

require_relative "room"
require_relative "job_keeping"

module Dakren
  module Rooms
    # What happened to a job: its batches, its stages and steps, notes and photographs, who wrote each down, and what was corrected.
    class History < Room
      at "/history"

      helpers JobKeeping

      get %r{/(\d{1,15})} do |id|
        @record = find(id)
        show
      end

      post %r{/(\d{1,15})} do |id|
        @record = find(id)
        form = Document::NoteForm.new(typed, wording, zone: Document::Zones.of(@record.wanted["zone"]), now: Stores::Now.wall - ago_s,
          file: photograph)
        next show(form, 422) unless form.valid?

        once { keep_note(form) }
      end

      helpers do
        # @param form [Document::NoteForm, nil] as it was typed and not taken
        def show(form = nil, code = 200)
          status code
          @title = "What happened: #{@record.title(80)}"
          page = [word("page").to_i, 0].max
          told = Stores::History.page(@record.id, page)
          erb :"history/page",
            locals: { page: HistoryPage.new(@record, told, wording, form: form, page: page, count: Stores::History.count(@record.id)) }
        end

        # @return [String] where it goes on
        def keep_note(form)
          Stores::Database.writing do
            Stores::Job.transaction do
              picture = form.picture
              kept = picture && Stores::Picture.create!(job: @record, kind: picture.type, width: picture.width, height: picture.height,
                bytes: form.bytes)
              Stores::Marks.beside(@record.id, "note", at: form.at, by: by, data: { text: form.text, picture: kept&.id }.compact)
            end
          end
          "/history/#{@record.id}"
        end
      end
    end
  end
end
