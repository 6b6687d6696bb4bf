# frozen_string_literal: true

module Dakren
  module Rooms
    # Jobs: the list, and the job sheet that saves and plans while it is typed.
    class Jobs < Room
      LISTED = 200
      HEAT_FIELDS = %w[film film_unit sheet room_mode room night day points tins].freeze

      get "/" do
        @title = "Jobs"
        @jobs = Records::Job.latest.limit(LISTED).map { |record| [record, Desk::JobDesk.new(record.document, sheets: finder, tools: shop_tools)] }
        @count = Records::Job.count
        erb :"jobs/list"
      end

      post "/jobs" do
        untouched = Records::Job.where(name: "", revision: 1).order(:id).last
        record = untouched || Records::Job.new.tap { |job| job.write(blank_document) }
        redirect "/jobs/#{record.id}", 303
      end

      get %r{/jobs/(\d{1,15})} do |id|
        show(find(id))
      end

      post %r{/jobs/(\d{1,15})} do |id|
        record = find(id)
        Records::Job.transaction { record.lock! && save(record) }
        live? ? show(record) : redirect("/jobs/#{id}", 303)
      end

      helpers do
        def finder
          @finder ||= begin
            known = {}
            desk = Desk::SheetDesk.finder
            ->(id) { known.fetch(id) { known[id] = desk.call(id) } }
          end
        end

        def shop_tools
          @shop_tools ||= Desk::ToolShelf.of_shop
        end

        def find(id)
          Records::Job.find_by(id: id) || not_found
        end

        def blank_document
          next_hour = Time.at((Time.now.to_i / 3600 * 3600) + 3600)
          Desk::JobDocument.blank(shop_temp_c: settings_row.shop_temp_c, start: next_hour.strftime("%Y-%m-%dT%H:%M"))
        end

        # Puts what was typed here together with what may have been typed elsewhere since.
        def save(record)
          base = record.document_at(word("revision").to_i) || record.document
          mine = Desk::JobDocument.from_form(typed, page: page_system, before: base)
          merged, @both = Desk::JobDocument.merge(base, mine, record.document)
          @theirs = record.document
          # "I know" was said of this heat; another coat asks again.
          merged["heat_known"] = "no" if HEAT_FIELDS.any? { |name| merged[name] != record.document[name] }
          record.write(merged)
        end

        def show(record)
          @record = record
          @desk = Desk::JobDesk.new(record.document, sheets: finder, tools: shop_tools)
          @plan = @desk.plan
          @figures = @plan && Line::CoatFigures.new(@plan)
          @cautions = @plan || @desk.held_back ? Care::CoatCautions.new(@plan || @desk.held_back).all : []
          @tray_gain = tray_gain
          @keys = [["Tab", "next field: everything is saved as it is typed"], ["Enter on a figure", "open its arithmetic"]]
          @title = @desk.name.strip.empty? ? "New job" : @desk.name[0, Desk::JobDesk::NAME_LONGEST]
          erb :"jobs/sheet", layout: !live?
        end

        def sheet_choices
          Records::Sheet.in_order.group_by(&:resin)
        end

        # "A wide tray, 300 mm, would gain 40 min": worth a line when it is worth a tenth.
        def tray_gain
          tray, gained = @plan&.tray_gain
          return unless tray && gained > 0.1 * @plan.usable.middle

          "In a #{tray.name}, this batch lasts #{wording.minutes(gained)} longer."
        end

        def cautions(at)
          @cautions.select { |caution| caution.at == at }
        end

        # One field of the job sheet with its label, complaint, and what it was understood as.
        def field(name, css: "", label: nil, hint: nil, placeholder: nil)
          part :"jobs/field", name: name, css: css, placeholder: placeholder, label: label || Desk::JobDocument::FIELDS.fetch(name).label, hint: hint
        end

        def choice_field(name, css: "")
          part :"jobs/choice", name: name, css: css
        end

        def shown(name)
          definition = Desk::JobDocument::FIELDS.fetch(name)
          return @desk.document[name].to_s unless definition.kind == :figure

          @desk.entry(name).shown(Desk::JobDocument.bare(definition, wording.system))
        end

        # Rows as typed, with one blank row to go on with.
        def rows(list, least)
          columns = Desk::JobDocument::LISTS.fetch(list)
          kept = (@desk.document[list] || []).map do |row|
            columns.each_with_index.map { |column, i| Desk::Entry.kept(row[i]).shown(Desk::JobDocument.bare(column, wording.system)) }
          end
          kept << ["", ""] while kept.size < least || kept.last != ["", ""]
          kept
        end

        # The unit a bare number means in a field of this page.
        def unit_of(name)
          definition = Desk::JobDocument::FIELDS.fetch(name)
          unit = Desk::JobDocument.bare(definition, wording.system)
          definition.units == Measure::Units::TEMPERATURE ? "°#{unit}" : unit.to_s.sub(/2\z/, "²")
        end

        # "= 3.81 m" where the field was typed in another unit than the page's.
        def understood(name)
          quantity = @desk.understood(name)
          quantity && Measure::Typed.unit?(shown(name)) ? "= #{wording.show(quantity)}" : nil
        end

        def first_wrong
          @desk.problems.first
        end
      end
    end
  end
end
