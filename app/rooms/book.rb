# frozen_string_literal: true

require_relative "room"

module Dakren
  module Rooms
    # Book: what was really done, batch by batch; looked at, put right, and asked what went wrong.
    class Book < Room
      # Batches of a job that are offered.
      MOST_BATCHES = 40

      at "/book", name: "Book", order: 2.5

      get "/" do
        @title = "Book"
        erb :"book/list", locals: { page: BookPage.new(Stores::BookList.new(typed), wording, zone) }
      end

      get "/entries.csv" do
        list = Stores::BookList.new(typed)
        attachment "book.csv"
        content_type "text/csv"
        Formats::BookCsv.written(Stores::BookRows.of(list.batches, zone))
      end

      get "/read-in" do
        read_in(OlderNotesPage.new("", [], nil))
      end

      # Looked at first, then taken.
      post "/read-in" do
        text = notes_told
        lines = Formats::BookCsv.read(text)
        notes = Stores::OlderNotes.new(lines, zone, settings_row.shop_temp_c, by: by)
        next read_in(OlderNotesPage.new(text, lines, notes)) unless word("take") == "1" && notes.fit.any?

        # What stands in the book already is not written twice, so a press sent twice does no harm.
        Stores::Works.soon([:notes, text.hash]) { notes.write.tap { Stores::Learned.renew_stale } }
        redirect "/book?kind=batch", 303
      rescue InputError => e
        read_in(OlderNotesPage.new(text.to_s, [], nil, problem: e.allowed), 422)
      end

      get %r{/batches/(\d{1,15})} do |id|
        record(find(id))
      end

      post %r{/batches/(\d{1,15})} do |id|
        tell(find(id))
      end

      # A whole job or one coat of it: what its batches say, or what its plan knows.
      get %r{/jobs/(\d{1,15})(?:/(c\d{1,3}-\d{1,2}-\d{1,2}))?} do |id, coat|
        ask_job(Stores::Job.find_by(id: id) || not_found, coat)
      end

      post %r{/jobs/(\d{1,15})(?:/(c\d{1,3}-\d{1,2}-\d{1,2}))?} do |id, coat|
        job = Stores::Job.find_by(id: id) || not_found
        sign = word("sign").to_sym
        cause = word("cause")
        next ask_job(job, coat, 422) unless Faults::SIGNS.key?(sign) && (cause.empty? || Faults::BY_NAME.key?(cause.to_sym))

        once do
          asked = job_fault(job, coat)
          data = { sign: sign.to_s, cause: cause, text: word("text").strip[0, Document::RemarkForm::LONGEST],
                   told: Document::RemarkForm.told(typed), **asked.marks }
          Stores::Database.writing { Stores::Marks.beside(job.id, "found", at: Stores::Now.wall - ago_s, by: by, data: data) }
          "#{asked.address}?seen=#{sign}"
        end
      end

      get %r{/batches/(\d{1,15})/picture/(\d{1,15})} do |id, picture|
        found = Stores::Picture.kept.find_by(id: picture, batch_id: id) || not_found
        show_picture(found)
      end

      helpers do
        def find(id)
          Stores::Batch.find_by(id: id) || not_found
        end

        # @param job [Stores::Job] @param coat [String, nil] as its address names it
        def ask_job(job, coat, code = 200)
          page = job_fault(job, coat)
          status code
          @record = job
          @title = "#{job.title(80)}: something wrong?"
          erb :"book/job", locals: { page: page }
        end

        # @return [JobFault]
        def job_fault(job, coat)
          desk = Stores::Planning.new(settings_row, job_id: job.id).desk_soon(job.document)
          batches = Stores::Batch.where(job_id: job.id).where.not(met_at: nil).order(met_at: :desc).limit(MOST_BATCHES).to_a
          page = JobFault.new(job, desk, wording.seen_from(desk.start), typed, batches, zone, coat: JobFault::Coat.read(coat))
          page.any? ? page : not_found
        end

        def read_in(shown, code = 200)
          status code
          @title = "Older notes"
          erb :"book/read_in", locals: { page: shown }
        end

        # As it was typed, or from a file.
        def notes_told
          file = params["file"]
          return word("csv") unless file.is_a?(Hash) && file[:tempfile].respond_to?(:read)

          file[:tempfile].read(Formats::BookCsv::LONGEST_BYTES + 1).to_s.dup.force_encoding("UTF-8").scrub("")
        end

        # @param form [Document::RemarkForm, nil] as it was typed and not taken
        def record(found, form = nil, code = 200)
          status code
          @record = found
          @walk = Stores::Walks.walk(found)
          @title = found.name
          redirect("/bench/#{found.id}", 303) unless @walk.times.met_at || @walk.over?

          erb :"book/record", locals: { page: RecordBook.new(found, @walk, wording, zone, settings_row, form: form, typed: typed) }
        end

        def tell(found)
          walk = Stores::Walks.walk(found)
          form = Document::RemarkForm.new(typed, walk, wording, zone: zone, now: Stores::Now.wall - ago_s, file: photograph)
          overtaken(form) if form.kind == :corrected
          return record(found, form, 422) unless form.valid?

          once(after: ->(_) { Stores::Learned.renew_stale }) { keep(found, form) }
        end

        # Somebody put a reading right since this page was read: theirs is looked at first.
        def overtaken(form)
          return if word("corrections").to_i == form.corrections.count

          form.problems["should"] = "was put right by somebody else meanwhile: look at what it says now"
        end

        # @return [String] where it goes on
        def keep(found, form)
          set = Stores::Now.jump_s.round(2)
          Stores::Database.writing do
            Stores::Batch.transaction do
              data = { **form.data, **(set.zero? ? {} : { set_s: set }), **pictured(found, form) }
              found.remark(form.kind, at: form.at - set, by: by, data: data)
              found.stand(Stores::Walks.walk(found.reload))
            end
          end
          "/book/batches/#{found.id}#{"?seen=#{form.data[:sign]}" if form.kind == :found}"
        end

        def pictured(found, form)
          picture = form.picture or return {}
          kept = Stores::Picture.create!(job_id: found.job_id, batch: found, kind: picture.type, width: picture.width,
            height: picture.height, bytes: form.bytes)
          { picture: kept.id }
        end
      end
    end
  end
end
