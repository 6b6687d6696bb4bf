# frozen_string_literal: true

require_relative "room"
require_relative "buying_words"
require_relative "sheet_keeping"

module Dakren
  module Rooms
    # Stock: what stands on the shelf of each resin system, tin by tin, what jobs want of it and what is to be bought.
    class Stock < Room
      at "/stock", within: "/shelf"

      # What may be done with a data sheet as a whole.
      DEEDS = %w[copied edition retired paired].freeze
      # So many copies of one are called by a number.
      MOST_COPIES = 99

      # What is to be bought, for chosen jobs or for all.
      get "/buy" do
        @title = "What to buy"
        erb :"stock/buy", locals: { page: buy_page }
      end

      # All that chosen jobs take, and what that costs.
      get "/takes" do
        takes(takes_page)
      end

      # How much of that is there.
      post "/takes" do
        page = takes_page
        form = Document::GoodsForm.new(typed, page.counted, wording)
        next takes(takes_page(form: form), 422) unless form.problems.empty?

        once do
          Stores::Database.writing { Stores::Good.transaction { Stores::Good.tell(form.told) } }
          "/stock/takes#{page.query}"
        end
      end

      # Labels for tins and pots.
      get "/labels" do
        @title = "Labels"
        erb :"stock/labels", locals: { page: labels_page }
      end

      get "/labels.pdf" do
        paper = word("paper")
        not_found unless Formats::Labels::PAPERS.key?(paper) && !labels_page.empty?
        content_type "application/pdf"
        headers "content-disposition" => "attachment; filename=\"labels-#{paper}.pdf\""
        Formats::Labels.new(labels_page.labels, paper: paper).pdf
      end

      get "/buy.csv" do
        content_type "text/csv; charset=utf-8"
        headers "content-disposition" => "attachment; filename=\"to-buy.csv\""
        buy_page.csv
      end

      get %r{/(\d{1,15})} do |id|
        show(find(id))
      end

      # Tins came in.
      post %r{/(\d{1,15})/tins} do |id|
        record = find(id)
        form = Document::TinsForm.new(typed, core(record) || not_found, wording, today: today, currency: settings_row.currency)
        next show(record, form: form, code: 422) unless form.problems.empty?

        once do
          Stores::Database.writing do
            Stores::Tin.transaction { Stores::Tins.bought(form.parts, count: form.count, at: Stores::Now.wall - ago_s, by: by) }
          end
          "/stock/#{id}"
        end
      end

      # What 100 ml of each weigh, where nobody prints a density.
      post %r{/(\d{1,15})/density} do |id|
        record = find(id)
        form = Document::DensityForm.new(typed, record, wording)
        next show(record, density: form, code: 422) unless form.problems.empty?

        once do
          Stores::Database.writing { record.update!(form.columns.merge(calibration: nil)) }
          back_to.empty? ? "/stock/#{id}" : "/jobs/#{back_to}"
        end
      end

      # A copy to be changed; a new edition of what the maker says, from which jobs that have the old one keep away; or out of the way.
      post %r{/(\d{1,15})/deeds} do |id|
        record = find(id)
        not_found unless DEEDS.include?(word("deed"))
        once { Stores::Database.writing { Stores::Sheet.transaction { send(:"sheet_#{word("deed")}", record.lock!) } } }
      end

      # Whether plans go by what this shop learned of it, or by its data sheet alone.
      post %r{/(\d{1,15})/learns} do |id|
        record = find(id)
        once do
          Stores::Database.writing { record.update!(learns: word("learns") == "yes") }
          "/stock/#{id}#shop"
        end
      end

      get %r{/tins/(\d{1,15})} do |id|
        show_tin(find_tin(id))
      end

      # Something happened to a tin.
      post %r{/tins/(\d{1,15})/notes} do |id|
        tin = find_tin(id)
        note = Document::TinNote.new(typed, tin, wording, today: today)
        next show_tin(tin, note: note, code: 422) unless note.problems.empty?

        changing(tin) do
          tin.update!(empty: note.empty) if note.empty
          tin.note(note.kind, at: Stores::Now.wall - ago_s, by: by, data: note.data)
        end
      end

      # What was noted is taken back: it stays in the history, and counts no more.
      post %r{/tins/(\d{1,15})/undo} do |id|
        tin = find_tin(id)
        number = word("number").to_i
        not_found unless tin.standing.any? { |event| event.number == number && event.kind != "bought" }
        changing(tin) { tin.note(:undone, at: Stores::Now.wall - ago_s, by: by, data: { of: number }) }
      end

      # What is told of it, told anew.
      post %r{/tins/(\d{1,15})} do |id|
        tin = find_tin(id)
        form = Document::TinForm.new(typed, tin, wording, today: today, currency: settings_row.currency)
        next show_tin(tin, form: form, code: 422) unless form.problems.empty?

        changing(tin) do
          tin.assign_attributes(form.columns)
          names = tin.changed.map { |name| name.tr("_", " ").sub("set no", "what it belongs to") }
          if names.any?
            was = tin.changes.transform_values(&:first)
            tin.save!
            tin.note(:told, at: Stores::Now.wall - ago_s, by: by, data: { names: names.join(", "), was: was })
          end
        end
      end

      helpers BuyingWords
      helpers SheetKeeping

      helpers do
        def find_tin(id)
          Stores::Tin.find_by(id: id) || not_found
        end

        # @param page [TakesPage]
        def takes(page, code = 200)
          status code
          @title = "What it takes"
          open = Stores::Job.where(template: false, state: Stores::Job::OPEN).or(Stores::Job.where(id: page.ids)).where.not(first_at: nil)
          choices = open.order(:first_at).limit(BuyingWords::MOST_JOBS).select(:id, :name, :summary)
            .map { |job| [job.id, job.title(60), page.ids.include?(job.id)] }
          erb :"stock/takes", locals: { page: page, choices: choices }
        end

        # @return [Array<Integer>] that are asked for in a list
        def numbers(name)
          list = typed[name]
          (list.is_a?(Array) ? list : []).grep(/\A\d{1,15}\z/).map(&:to_i).uniq.first(LabelsPage::MOST)
        end

        def labels_page
          @labels_page ||= begin
            pots = Stores::Batch.where(id: numbers("batches")).includes(:events).map { |record| [record, Stores::Walks.walk(record)] }
            LabelsPage.new(Stores::Tin.where(id: numbers("tins")).in_order.to_a, pots, settings_row, wording, zone: zone,
              host: Sharing.now&.address&.chomp("/") || request.base_url)
          end
        end

        # The job somebody came from, to go on there.
        # @return [String] its id, "" for none
        def back_to
          word("job")[/\A\d{1,15}\z/].to_s
        end

        # @return [String] where it goes on
        def sheet_copied(record)
          name = (1..MOST_COPIES).lazy.map { |i| "#{record.hardener[0, 70]} copy#{" #{i}" if i > 1}" }
            .find { |one| !Stores::Sheet.of_mix(record.resin, one).exists? } || not_found
          "/shelf/#{record.copied(hardener: name, edition: "", retired: false).id}"
        end

        def sheet_edition(record)
          return "/stock/#{record.newer.id}" if record.newer

          until_when = "until #{wording.dates.day(zone.at(Stores::Now.wall)).sub(/\A\S+ /, "")} #{today.year}"
          called = [until_when, *(2..MOST_COPIES).map { |i| "#{until_when} (#{i})" }] -
            Stores::Sheet.of_mix(record.resin, record.hardener).pluck(:edition)
          record.update!(edition: called.first || not_found, retired: true)
          "/shelf/#{record.copied(edition: "", retired: false).id}"
        end

        def sheet_retired(record)
          record.update!(retired: !record.retired)
          "/stock/#{record.id}"
        end

        def sheet_paired(record)
          record.update!(paired: !record.paired)
          "/stock/#{record.id}"
        end

        # @param form [Document::TinsForm, nil] as it was typed and not taken @param density [Document::DensityForm, nil] the same
        def show(record, form: nil, density: nil, code: 200)
          status code
          page = SystemPage.new(record, core(record), settings_row, wording, zone: zone, form: form, density: density)
          @title = page.title
          erb :"stock/system", locals: { page: page }
        end

        def show_tin(tin, note: nil, form: nil, code: 200)
          status code
          page = TinPage.new(tin, settings_row, wording, zone: zone, note: note, form: form)
          @title = page.title
          erb :"stock/tin", locals: { page: page }
        end

        # One thing after another: what was read of the tin before may be overtaken by then.
        def changing(tin)
          once do
            Stores::Database.writing do
              Stores::Tin.transaction do
                tin.lock!
                yield
              end
            end
            "/stock/tins/#{tin.id}"
          end
        end
      end
    end
  end
end
