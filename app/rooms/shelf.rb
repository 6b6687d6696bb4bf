# frozen_string_literal: true

require_relative "room"
require_relative "sheet_keeping"

module Dakren
  module Rooms
    # Shelf: the sheets, and the editor that draws what a sheet means while it is typed.
    class Shelf < Room
      at "/shelf", name: "Shelf", order: 3

      # Resins as they were printed of late.
      RESINS = Memo.new(600)

      get "/" do
        @title = "Shelf"
        @room = wording.show(Quantity.new(value: settings_row.shop_temp_c, unit: :c))
        erb :"shelf/list"
      end

      get "/new" do
        edit(Stores::Sheet.new, Document::SheetForm.new(new_sheet, settings_row.units), fresh: true)
      end

      post "/preview" do
        record = word("id").match?(/\A\d{1,15}\z/) ? Stores::Sheet.find_by(id: word("id")) : nil
        edit(record || Stores::Sheet.new, read_soon)
      end

      post "/" do
        save(Stores::Sheet.new)
      end

      get %r{/(\d{1,15})} do |id|
        record = find(id)
        edit(record, Document::SheetForm.of(record, settings_row.units))
      end

      post %r{/(\d{1,15})} do |id|
        save(find(id))
      end

      helpers SheetKeeping

      helpers do
        def new_sheet
          { "ratio_by" => "weight", "reference_temp_c" => wording.us?(:temperature) ? "77" : "25" }
        end

        # What was typed, with its sheet where that does not take too long.
        def read_soon
          Document::SheetForm.new(typed, page_system, build: worked_out?)
        end

        # Is what was typed worked out soon enough to be shown?
        def worked_out?
          shown = wording
          told = [typed, page_system]
          !Stores::Works.soon([:sheet, *told]) { SheetMeaning.new(Document::SheetForm.new(*told), shown).worked_out? }.nil?
        end

        # What is sent is kept, however long its clock takes: that is worked out beside all else then.
        def save(record)
          form = Document::SheetForm.new(typed, page_system, calibrate: worked_out?)
          changed_elsewhere(record, form)
          if form.valid?
            record.assign_attributes(form.columns)
            return redirect("/shelf", 303) if record.save

            record.errors.each { |error| form.problems[error.attribute.to_s] ||= "#{error.message}: this resin has that hardener already" }
          end
          status 422
          edit(record, form)
        end

        # Another device saved this sheet since it was opened here: say so, keep what was typed.
        def changed_elsewhere(record, form)
          return if record.new_record? || word("lock_version").empty? || word("lock_version").to_i == record.lock_version

          form.problems["resin"] ||= "was changed on another device since you opened it. What you typed is kept here: save again to " \
                                     "replace the other"
        end

        # @return [Array<Array(Integer, String)>] id and name of those that are out of the way
        def retired
          Stores::Sheet.where(retired: true).in_order.map { |record| [record.id, record.name] }
        end

        # @return [Hash{String=>Array<Stores::Sheet>}]
        def resins
          Stores::Sheet.where(retired: false).in_order.group_by(&:resin)
        end

        # One resin, what it is made for, and a row for each of its hardeners: printed anew where one of them, or what is in its tins, is
        # another.
        def resin_part(resin, records)
          @standing ||= Stores::Tins.standing
          tins = [@standing[[resin, ""]], *records.map { |record| @standing[[resin, record.hardener]] }]
          RESINS.recall([records.map { |one| [one.id, one.updated_at] }, tins, wording.key, settings_row.shop_temp_c, today]) do
            purposes, rows = listed(records)
            part :"shelf/resin", resin: resin, purposes: purposes, rows: rows
          end
        end

        # What sheets of one resin are made for, and a row each.
        def listed(records)
          found = records.map { |record| [record, core(record)] }
          purposes = found.first.last&.purposes&.map { |name| PURPOSES.fetch(name) }&.join(" · ")
          rows = found.map { |record, sheet| row_of(record, sheet, last: record == records.last) }
          [purposes, rows]
        end

        def row_of(record, sheet, last:)
          SheetRow.new(record, sheet, wording, settings_row.shop_temp_c, last: last, standing: @standing, today: today)
        end

        def edit(record, form, fresh: false)
          shown = EditorPage.new(record, form, wording, fresh: fresh, live: live?)
          @title = shown.title
          erb :"shelf/editor", layout: !live?, locals: { page: shown }
        end
      end
    end
  end
end
