# frozen_string_literal: true

require_relative "room"
require_relative "buying_words"
require_relative "job_keeping"

module Dakren
  module Rooms
    # What a shop pins up: a job on one sheet of A4, and a card for each batch.
    class Paper < Room
      at "/paper"

      helpers JobKeeping
      helpers BuyingWords

      # The week for the door.
      get "/week" do
        @title = "Week"
        now = zone.at(Stores::Now.wall)
        week = Stores::Week.asked(word("from"), word("days"), zone: zone, people: settings_row.crew, today: now.to_date)
        erb :"paper/week", layout: :paper_layout, locals: { page: WeekPage.new(week, settings_row, wording, now: now, zone: zone) }
      end

      # All that chosen jobs take.
      get "/takes" do
        @title = "What it takes"
        erb :"paper/takes", layout: :paper_layout, locals: { page: takes_page }
      end

      # What is to be bought.
      get "/buy" do
        @title = "To buy"
        erb :"paper/buy", layout: :paper_layout, locals: { page: buy_page }
      end

      get %r{/(\d{1,15})} do |id|
        sheet(id) { |page| erb :"paper/job", layout: :paper_layout, locals: { page: page } }
      end

      get %r{/(\d{1,15})/cards} do |id|
        sheet(id) { |page| erb :"paper/cards", layout: :paper_layout, locals: { page: page } }
      end

      get %r{/(\d{1,15})/handover} do |id|
        @record = find(id)
        desk = desk_of(@record.document)
        @title = @record.title(80)
        batches = Stores::Batch.where(job_id: @record.id).where.not(task: "").order(:id).to_a
        erb :"paper/handover", layout: :paper_layout,
          locals: { page: HandoverPage.new(@record, desk, wording.seen_from(desk.start), batches) }
      end

      # What was done on a job, for a customer or an inspector.
      get %r{/(\d{1,15})/story} do |id|
        @record = find(id)
        desk = desk_of(@record.document)
        @title = @record.title(80)
        batches = Stores::Batch.where(job_id: @record.id).includes(:events).order(:met_at, :id).to_a
        erb :"paper/story", layout: :paper_layout,
          locals: { page: StoryPage.new(@record, desk, wording.seen_from(desk.start), batches, Document::Zones.of(@record.wanted["zone"])) }
      end

      # The record of one batch.
      get %r{/batches/(\d{1,15})} do |id|
        @batch = Stores::Batch.find_by(id: id) || not_found
        @title = @batch.name
        walk = Stores::Walks.walk(@batch)
        erb :"paper/record", layout: :paper_layout, locals: { page: RecordBook.new(@batch, walk, wording, zone, settings_row), walk: walk }
      end

      helpers do
        def sheet(id)
          @record = find(id)
          desk = desk_of(@record.document)
          @title = @record.title(80)
          days = wording.seen_from(desk.start)
          yield PaperPage.new(JobPage.new(@record, desk, days, planning), desk, days)
        end
      end
    end
  end
end
