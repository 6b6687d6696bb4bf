# frozen_string_literal: true

require_relative "room"
require_relative "job_keeping"
require_relative "drawing_deeds"

module Dakren
  module Rooms
    # The drawing table of one place: draw, trace over a photograph, read a drawing in, take outlines and templates away.
    class Table < Room
      at "/table"

      PLACE = %r{/(\d{1,15})/(p\d{1,6})}
      TYPES = { "svg" => "image/svg+xml", "dxf" => "image/vnd.dxf", "pdf" => "application/pdf" }.freeze

      helpers JobKeeping
      helpers DrawingDeeds

      get PLACE do |id, place|
        lay_out(id, place)
        show
      end

      post PLACE do |id, place|
        lay_out(id, place)
        save
        lay_out(id, place)
        live? || @complaint ? show : redirect("/table/#{id}/#{place}", 303)
      end

      post %r{#{PLACE}/measure}o do |id, place|
        lay_out(id, place)
        measured
      end

      post %r{#{PLACE}/picture}o do |id, place|
        lay_out(id, place)
        bring_picture
        @complaint ? show : redirect("/table/#{id}/#{place}", 303)
      end

      post %r{#{PLACE}/read-in}o do |id, place|
        lay_out(id, place)
        read_in
        @complaint ? show : redirect("/table/#{id}/#{place}", 303)
      end

      get %r{/(\d{1,15})/picture/(\d{1,15})} do |id, picture|
        found = Stores::Picture.kept.find_by(id: picture, job_id: id) || not_found
        show_picture(found)
      end

      get %r{#{PLACE}/outline\.(svg|dxf|pdf)}o do |id, place, format|
        lay_out(id, place)
        region = @place.region || @place.place&.outline || not_found
        send_figures([Formats::NamedOutline.new(name: @place.name, loops: Geometry.loops(region))], format)
      end

      get %r{/(\d{1,15})/(c\d{1,6})/templates} do |id, task|
        open_task(id, task)
        erb :"table/templates", locals: { page: @cutting }
      end

      get %r{/(\d{1,15})/(c\d{1,6})/templates\.(svg|dxf|pdf)} do |id, task, format|
        open_task(id, task)
        not_found if @cutting.figures.empty?
        send_figures(@cutting.figures, format)
      end

      helpers do
        def lay_out(id, place)
          @record = find(id)
          @desk = desk_of(@record.document)
          @place = @desk.places[place] || not_found
          @title = "Drawing table: #{@place.name}"
          @keys = TablePage::KEYS
        end

        def show
          status 422 if @complaint && !live?
          remarks = request.env["rack.session"].delete("read_in") || []
          shown = TablePage.new(@record, @desk, @place, wording, picture: picture, scale: picture_scale(@place.id), remarks: remarks)
          erb :"table/page", layout: !live?, locals: { page: shown }
        end

        def save
          Jobs::MOST_TRIES.times do
            merged, = typed_into(@record)
            return sum_up(@record) if keep(@record, done(merged))

            @record.reload
          end
          raise ActiveRecord::StatementInvalid, "database is locked"
        end

        # Changes the document by what was read from a file, however much it was changed meanwhile.
        def put_in
          Jobs::MOST_TRIES.times do
            return sum_up(@record) if keep(@record, yield(@record.document))

            @record.reload
          end
          raise ActiveRecord::StatementInvalid, "database is locked"
        end

        # The document after what was pressed.
        def done(document)
          drawn_into(document, act_once) || Document::JobDeed.new(document).done(act_once)
        end

        # Area and edge of what is being drawn, as a line of text.
        def measured
          content_type "text/plain"
          made = drawn
          shape = made.shape
          parts = [made.last_side_mm && "last side #{mm(made.last_side_mm)}"]
          parts += ["area #{wording.show(Quantity.new(value: shape.area_mm2 / 1e6, unit: :m2))}", "edge #{mm(shape.edge_mm)}"] if shape
          parts.compact.join(" · ")
        rescue InputError => e
          "it #{e.allowed}"
        end

        def mm(value)
          wording.show(Quantity.new(value: value, unit: :mm))
        end

        def picture
          found = picture_record(@place.id)
          found && ["/table/#{@record.id}/picture/#{found.id}", *[found.width, found.height].map { |px| px * mm_per_px(@place.id) }]
        end

        def uploaded(field)
          file = params[field]
          raise InputError.new(field, "must be chosen first") unless file.is_a?(Hash) && file[:tempfile].respond_to?(:read)

          [file[:filename].to_s.scrub[0, 200], file[:tempfile].tap(&:binmode).read]
        end

        def bring_picture
          _, bytes = uploaded("picture")
          kind = Formats::Picture.kind(bytes)
          kept = Stores::Picture.create!(job: @record, kind: kind.type, width: kind.width, height: kind.height, bytes: bytes)
          put_in { |document| Document::Part.of(Document::Part.of(document, @place.id).without("picture_scale"), @place.id).with("picture" => kept.id.to_s) }
        rescue InputError => e
          @complaint = "The photograph #{e.allowed}."
        end

        def read_in
          name, bytes = uploaded("file")
          found = Formats::ReadIn.apart(name, bytes, unit: word("unit").then do |unit|
            unit.empty? || !TablePage::UNITS.key?(unit) ? nil : unit
          end)
          Geometry::Loops.new(found.loops)
          id = "s#{SecureRandom.random_number(10..99_999)}"
          put_in { |document| with_outline(document, id, found) }
          session_remarks(found)
        rescue InputError => e
          @complaint = "The #{e.field == "unit" ? "drawing" : "file"} #{e.allowed}."
        end

        def with_outline(document, id, found)
          place = Document::Part.of(document, @place.id)
          made = place.with("shapes" => @place.shapes.empty? ? [id] : place.ids("shapes") + [id])
          Document::Part.of(made, @place.id, id).with("shape" => "outline", "sign" => word("sign") == "take" ? "take" : "add",
            "loops" => JSON.generate(found.loops))
        end

        # Said once, on the page that follows.
        def session_remarks(found)
          request.env["rack.session"]["read_in"] = [*found.remarks, "a number in the file means #{found.unit}"]
            .map { |remark| remark[0, 200] }.first(8)
        end

        def open_task(id, task)
          @record = find(id)
          ticket = desk_of(@record.document).tickets.find { |one| one.task.id == task } || not_found
          @title = "Templates: #{ticket.task.name}"
          @cutting = CuttingPage.new(ticket, wording)
        end

        def send_figures(figures, format)
          content_type TYPES.fetch(format)
          name = @record.name.downcase.gsub(/[^a-z0-9]+/, "-")[0, 40].delete_suffix("-")
          headers "content-disposition" => "attachment; filename=\"#{name.empty? ? "piece" : name}.#{format}\""
          apart = Formats::OutlineOut.apart(figures)
          case format
          when "svg" then Formats::OutlineOut.svg(apart)
          when "dxf" then Formats::OutlineOut.dxf(apart)
          else Formats::Templates.new(figures, title: @record.name, unit: wording.bare_length,
            paper: Formats::Templates::PAPERS.key?(word("paper")) ? word("paper") : "a4").pdf
          end
        rescue InputError => e
          headers.delete("content-disposition")
          content_type "text/html"
          page("That is too much paper", "The templates #{e.allowed}.", 422)
        end
      end
    end
  end
end
