# frozen_string_literal: true

require_relative "room"
require_relative "job_keeping"

module Dakren
  module Rooms
    # Week: all jobs on one wall of time, from what their plans said when they were kept. What is moved here is moved in its own job, and
    # taken back there.
    class Week < Room
      at "/week", name: "Week", order: 1.5

      # So far a coat is moved at most, min.
      MOST_BY_MIN = 60 * 24 * 60

      helpers JobKeeping

      get "/" do
        show
      end

      # What was found for one clash.
      get "/ways" do
        part :"week/ways", ways: page_of.ways_of(word("clash")) || not_found, page: page_of
      end

      # Several jobs fitted together: what that would move, before anything is.
      get "/fit" do
        @title = "Fit together"
        fitted = Stores::FitTogether.new(chosen, settings_row)
        erb :"week/fit", locals: { page: FitPage.new(fitted.best, wording, week) }
      end

      # Each that moves keeps clear of the others from now on, in the order that was found.
      post "/fit" do
        found = Stores::FitTogether.new(chosen, settings_row).best || not_found
        moved = found.plans.select(&:moved?)
        keep_clear(moved)
        request.env["rack.session"]["week_moved"] = { "jobs" => moved.map { |one| one.job.id },
          "words" => FitPage.new(found, wording, week).told[0, 600] }
        redirect back, 303
      end

      # A coat is moved: the first of a job not begun takes the whole job with it, any other waits until then.
      post "/move" do
        @record = find(word("job")[/\A\d{1,15}\z/] || not_found)
        change = moved_to(word("by")[/\A-?\d{1,6}\z/].to_i)
        halt 422, page("It was not moved", @complaint, 422) if @complaint

        keep_change(change)
      end

      # A way out that was offered.
      post "/take" do
        @record = find(word("job")[/\A\d{1,15}\z/] || not_found)
        field = word("field")
        value = word("value")
        not_found unless movable?(field) && moment?(value)
        keep_change({ field => value })
      end

      post "/undo" do
        word("jobs").split(",").first(Stores::FitTogether::MOST).reverse_each do |id|
          record = find(id[/\A\d{1,15}\z/] || not_found)
          Stores::Database.writing { Stores::Job.transaction { record.lock!.undo(by: by) } }
          sum_up_of(record.reload)
        end
        redirect back, 303
      end

      post "/appointments" do
        form = Document::AppointmentForm.new(typed, wording, zone: zone, now: Stores::Now.wall)
        next show(form, 422) unless form.valid?

        once do
          Stores::Appointment.create!(form.columns)
          back
        end
      end

      post %r{/appointments/(\d{1,15})/remove} do |id|
        Stores::Appointment.find_by(id: id)&.destroy!
        redirect back, 303
      end

      helpers do
        def week
          @week ||= Stores::Week.asked(word("from"), word("days"), zone: zone, people: settings_row.crew, today: now.to_date)
        end

        def now
          zone.at(Stores::Now.wall)
        end

        def back
          "/week?#{URI.encode_www_form(from: week.first.iso8601, days: week.days)}"
        end

        def page_of(moved: nil)
          @page_of ||= WeekPage.new(week, settings_row, wording, now: now, zone: zone, looked: word("clash"), moved: moved)
        end

        # @param form [Document::AppointmentForm, nil] as it was typed and not taken
        def show(form = nil, code = 200)
          status code
          @title = "Week"
          moved = request.env["rack.session"].delete("week_moved")
          erb :"week/page", locals: { page: page_of(moved: moved), appointment: AppointmentPage.new(form, wording) }
        end

        # Jobs that keep clear of others are planned around what was moved, and say so.
        # @return [Array<String>]
        def following
          Stores::Job.overtaken.where.not(id: @record.id).limit(Stores::FitTogether::MOST).filter_map do |job|
            before = begins(job)
            sum_up_of(job)
            key, after = begins(job.reload).find { |name, at| before[name] && before[name] != at }
            "#{job.title(40)}, which keeps clear, #{moment(after)} instead of #{moment(before[key])}" if key
          end
        end

        # When its coats begin, by their keys.
        # @return [Hash{String=>Integer}]
        def begins(job)
          (job.said["events"] || []).select { |event| event["lane"] && !event["real"] }.to_h { |event| event.values_at("key", "from") }
        end

        def moment(seconds)
          wording.clock(zone.at(seconds))
        end

        # Does that field of the job say when something begins?
        def movable?(field)
          begins = field == "start" || Document::Fields::NOT_BEFORE.match?(field.split("-", 2).last.to_s)
          begins && !Document::Fields.of(field).nil? && Document::JobDocument.there?(field, @record.document)
        end

        # Is it a day and hour there is, as a job keeps it?
        def moment?(value)
          value.match?(/\A\d{4}-\d\d-\d\dT\d\d:\d\d\z/) && !DateTime.iso8601(value).nil?
        rescue Date::Error
          false
        end

        # @return [Array<Integer>] jobs that are to be fitted together
        def chosen
          list = typed["jobs"]
          (list.is_a?(Array) ? list : []).grep(/\A\d{1,15}\z/).map(&:to_i).uniq
        end

        # What was found is what their plans say from now on; planned again, each around the others, it comes to the same.
        # @param moved [Array<Stores::FitTogether::Planned>]
        def keep_clear(moved)
          said = moved.to_h { |one| [one.job.id, Stores::Summary.of(one.desk)] }
          Stores::Database.writing do
            Stores::Job.transaction do
              moved.map(&:job).each do |job|
                job.lock!.write(job.document.merge("chain" => "yes"), by: by)
                job.summarise(said.fetch(job.id), Stores::Planning.new(settings_row, job_id: job.id).stamp)
              end
            end
          end
        end

        # Planned by what stands of the other jobs now, and kept.
        def sum_up_of(job)
          planning = Stores::Planning.new(settings_row, job_id: job.id)
          said = Stores::Summary.of(planning.desk_of(job.document))
          Stores::Database.writing { job.summarise(said, planning.stamp) }
        end

        # What the job is told so that a coat begins so much later.
        # @return [Hash]
        def moved_to(by_min)
          desk = planning.desk_of(@record.document)
          asked = [word("task"), word("coat").to_i, word("section").to_i]
          coat = desk.coats.find { |one| [one.task.id, one.number, one.section] == asked }
          return @complaint = "That coat is not there any more." if coat.nil?
          return @complaint = "It lies already." if coat.real
          return @complaint = "A coat is moved by #{MOST_BY_MIN / 1440} days at most." if by_min.abs > MOST_BY_MIN

          if coat.equal?(desk.coats.min_by(&:from_min)) && desk.coats.none?(&:real)
            { "start" => (desk.start + (by_min * 60)).strftime("%Y-%m-%dT%H:%M") }
          else
            { "#{coat.task.id}-#{Document::Fields.mark_of("not_before", coat.number, coat.section)}" =>
                desk.time_at(coat.from_min + by_min).strftime("%Y-%m-%dT%H:%M") }
          end
        end

        # Kept in the job, and what that moves is told.
        def keep_change(change)
          before = @record.document
          Stores::Database.writing { Stores::Job.transaction { @record.lock!.write(@record.document.merge(change), by: by) } }
          sum_up(@record.reload)
          words = Words::Moved.new(desk_of(before), desk_of(@record.document), wording).words
          missed = desk_of(@record.document).schedule&.kept? ? [] : ["a window is missed: look at the job"]
          words += following
          request.env["rack.session"]["week_moved"] = { "jobs" => [@record.id],
            "words" => "#{@record.title(40)}: #{(words + missed).join(" · ").then do |said|
              said.empty? ? "nothing moved" : said
            end}"[0, 300] }
          redirect back, 303
        end
      end
    end
  end
end
