# frozen_string_literal: true

require_relative "room"

module Dakren
  module Rooms
    # Settings: how this shop likes things.
    class Settings < Room
      at "/settings", name: "Settings", order: 9

      # What is told of the device somebody works on, and how long it may be.
      THING_LONGEST = 60
      DEVICE = { "hand" => 40, "device" => 40 }.freeze

      get "/" do
        show(Document::SettingsForm.of(settings_row))
      end

      post "/" do
        form = Document::SettingsForm.new(typed, page_system)
        unless form.valid?
          status 422
          return show(form)
        end
        settings_row.update!(form.columns)
        redirect "/settings?saved=1", 303
      end

      post "/pretend" do
        settings_row.update!(pretend: word("pretend") == "yes")
        Devices.connected.pretend = settings_row.pretend
        redirect "/settings#devices", 303
      end

      # What this device is called, and whose hands press on it: written down with whatever happens.
      post "/device" do
        @device_wrong = DEVICE.select { |name, most| word(name).strip.length > most }
          .transform_values { |most| "must be at most #{most} characters" }
        next status(422) && show(Document::SettingsForm.of(settings_row)) if @device_wrong.any?

        DEVICE.each_key { |name| request.env["rack.session"][name] = word(name).strip }
        redirect "/settings#device", 303
      end

      # What jobs share beside hands.
      post "/things" do
        name = word("name").strip
        sort = word("sort")
        not_found unless Plan::SharedThings::SORTS.key?(sort.to_sym)
        @thing_wrong = "must be at most #{THING_LONGEST} characters" if name.length > THING_LONGEST
        next status(422) && show(Document::SettingsForm.of(settings_row)) if @thing_wrong

        Stores::Thing.create!(sort: sort, name: name.empty? ? Plan::SharedThings::SORTS.fetch(sort.to_sym) : name)
        redirect "/settings#things", 303
      end

      post %r{/things/(\d{1,15})/remove} do |id|
        Stores::Thing.find_by(id: id)&.destroy!
        redirect "/settings#things", 303
      end

      get "/tools/new" do
        edit_tool(Stores::Tool.new, Document::ToolForm.new(kind_of(word("kind")), {}, wording.system), fresh: true)
      end

      post "/tools" do
        save_tool(Stores::Tool.new, kind_of(word("kind")))
      end

      get %r{/tools/(\d{1,15})} do |id|
        record = find_tool(id)
        @weighing = check_weighing unless word("strokes").empty?
        edit_tool(record, Document::ToolForm.of(record, wording.system))
      end

      post %r{/tools/(\d{1,15})} do |id|
        record = find_tool(id)
        save_tool(record, Document::ToolKinds::ALL.fetch(record.kind))
      end

      post %r{/tools/(\d{1,15})/remove} do |id|
        find_tool(id).destroy!
        redirect "/settings#tools", 303
      end

      post "/weighed" do
        note_weighing
        @weighed_wrong ? (status(422) && show(Document::SettingsForm.of(settings_row))) : redirect("/settings#weighed", 303)
      end

      post "/weighed/forget" do
        Stores::OwnFigure.where(sort: word("sort"), name: word("name")).order(:id).last&.destroy!
        redirect "/settings#weighed", 303
      end

      # Where copies go besides the shop's own folder; the first goes there at once.
      post "/second-place" do
        place = Stores::SecondPlace.new(word("second_place").strip, Stores::Database.path)
        @place_wrong = place.unfit
        next status(422) && show(Document::SettingsForm.of(settings_row)) if @place_wrong

        settings_row.update!(second_place: place.path)
        Stores::Keeper.new.second
        redirect "/settings#copies", 303
      rescue Stores::Backup::Failed => e
        request.env["rack.session"]["copies_told"] = e.message[0, 600]
        redirect "/settings#copies", 303
      end

      helpers do
        def note_weighing
          sort, name = word("what").split(":")
          return @weighed_wrong = "Choose what was weighed." unless WeighingsPage.asked.key?("#{sort}:#{name}")

          units, bare, allowed = weighed_in(sort, name)
          value = Measure::Typed.read(word("value"), field: "value", units: units, bare: bare, allowed: allowed)
          Stores::OwnFigure.create!(sort: sort, name: name, value: value.to_f)
        rescue InputError => e
          @weighed_wrong = "The figure #{e.allowed}."
        end

        # Units a weighing may be told in, the one a bare number means, and its limits.
        def weighed_in(sort, name)
          unless %w[rate pace].include?(sort)
            units, core = { "soak" => [Measure::Units::MASS, :g], "drink" => [Measure::Units::COVER, :"g/m2"],
                            "step" => [Measure::Units::TIME, :min] }.fetch(sort)
            return [units, core == :min ? core : wording.bare(core), Work::Own::SORTS.fetch(sort.to_sym)[2]]
          end

          measure = Work::Kinds::ALL.fetch(name.to_sym).placing.measure
          kind = Measure::Units.named(measure.rate_unit).kind
          [Measure::Units::ALL.select { |unit| unit.kind == kind }, wording.bare(measure.rate_unit), measure.allowed]
        end

        def kind_of(name)
          Document::ToolKinds::ALL[name] || not_found
        end

        def find_tool(id)
          Stores::Tool.find_by(id: id) || not_found
        end

        def edit_tool(record, form, fresh: false)
          shown = ToolPage.new(record, form, typed, wording, fresh: fresh, weighing: @weighing)
          @title = shown.title
          erb :"settings/tool", locals: { page: shown }
        end

        def save_tool(record, kind)
          form = Document::ToolForm.new(kind, typed, page_system, before: record.numbers)
          if form.valid?
            record.assign_attributes(form.columns)
            return redirect("/settings#tools", 303) if record.save

            form.problems["name"] = "belongs to another tool already"
          end
          status 422
          edit_tool(record, form)
        end

        # What so many strokes on a scale tell of a pump set, held against one sheet.
        def check_weighing
          check = Measure::CheckWeighing.new(strokes: typed_number("strokes"), resin_g: typed_number("resin_weighed", Measure::Units::MASS),
            hardener_g: typed_number("hardener_weighed", Measure::Units::MASS))
          sheet = Stores::Sheet.find_by(id: word("for"))
          return [:wrong, "Choose the data sheet it is held against."] unless sheet

          resin, hardener = check.per_stroke_g.map { |grams| wording.show(Quantity.new(value: grams, unit: :g)) }
          [:told,
            "#{resin} and #{hardener} a stroke: #{wording.significant(check.ratio_by_weight)} : 1 by weight. " \
            "For #{sheet.name}: #{check.verdict(Stores::Shelf.core(sheet).ratio).words}."]
        rescue InputError => e
          [:wrong, "#{e.field.tr("_", " ").capitalize} #{e.allowed}"]
        end

        def typed_number(name, units = Measure::Units::NUMBER)
          Measure::Typed.read(word(name), field: name, units: units, bare: units.empty? ? nil : wording.bare(:g))
        end

        def show(form)
          @title = "Settings"
          @saved = word("saved") == "1"
          shown = SettingsPage.new(settings_row, form, wording, Devices.connected,
            weighing: [word("what"), word("value")[0, 60], @weighed_wrong],
            sharing: SharingPage.new(Sharing.now, wording, zone, at_home: at_home?,
              told: request.env["rack.session"].delete("sharing_told")),
            copies: CopiesPage.new(wording, zone, told: request.env["rack.session"].delete("copies_told"),
              place: [(word("second_place") if @place_wrong), @place_wrong]))
          erb :"settings/page", locals: { page: shown }
        end
      end
    end
  end
end
