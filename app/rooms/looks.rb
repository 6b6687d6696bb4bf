# frozen_string_literal: true

require_relative "room"
require_relative "sharing"

module Dakren
  module Rooms
    # Links that only look: made and withdrawn here.
    class Looks < Room
      at "/looks", within: "/settings"

      get("/") { list }

      post "/" do
        what = word("what")
        not_found unless Stores::LookLink::WHAT.key?(what)
        of = looked_at(what)
        @wrong = { "for_whom" => too_long, "ends_on" => wrong_day }.compact
        next list(422) if @wrong.any?

        key = Stores::LookLink.make(what, of: of, for_whom: word("for_whom").strip, ends_on: last_day)
        request.env["rack.session"]["look_made"] = key
        redirect "/looks", 303
      end

      post %r{/(\d{1,15})/withdraw} do |id|
        Stores::LookLink.find_by(id: id)&.withdraw
        redirect "/looks", 303
      end

      helpers do
        def looked_at(what)
          belongs = Stores::LookLink::WHAT.fetch(what).last or return
          (belongs == :job ? Stores::Job : Stores::Batch).find_by(id: word("of")) || not_found
        end

        def too_long
          most = Stores::LookLink::FOR_LONGEST
          "must be at most #{most} characters" if word("for_whom").strip.length > most
        end

        # @return [Date, nil]
        def last_day
          text = word("ends_on").strip
          text.empty? ? nil : wording.dates.read("#{text} 23:59", zone: zone, now: zone.at(Stores::Now.wall)).to_date
        end

        def wrong_day
          day = last_day
          "must be today or later" if day && day < today
        rescue InputError
          "must be a day, e.g. Fri, 24 Dec or 2026-12-24"
        end

        def list(code = 200)
          status code
          @title = "Links that only look"
          erb :"looks/list", locals: { page: LooksPage.new(wording, zone, today, typed, @wrong || {},
            made: request.env["rack.session"].delete("look_made")) }
        end
      end
    end

    # What a link that only looks leads to. Nothing here is ever written, whoever asks for it and however.
    class Look < Room
      at "/look"

      KEY = %r{/([\w-]{16,64})(?:/picture/(\d{1,15}))?}

      # Whatever is not asked for reading is not done.
      before do
        halt 405, { "allow" => "GET, HEAD", "content-type" => "text/plain" }, "This link only looks.\n" unless request.get? || request.head?
      end

      get KEY do |key, picture|
        link = Stores::LookLink.of(key) or next nowhere
        picture ? show_picture(picture_of(link, picture)) : show(link, key)
      end

      helpers do
        def nowhere
          @title = "This link leads nowhere"
          status 404
          erb "<h1><%= @title %></h1><p>It was withdrawn, or its last day is over. Ask whoever gave it.</p>", layout: :"entrance/layout"
        end

        # The page as it stands in its own room, told that somebody only looks.
        def show(link, key)
          room, path = room_of(link)
          inner = request.env.merge("SCRIPT_NAME" => room.within, "PATH_INFO" => path, "QUERY_STRING" => "", "REQUEST_METHOD" => "GET",
            "rack.request.query_hash" => {}, "rack.request.query_string" => "", Gate::LOOKING => "/look/#{key}")
          code, headers, body = room.call(inner)
          status code
          headers.each { |name, value| response[name] = value }
          response["x-robots-tag"] = "noindex"
          body
        end

        def room_of(link)
          case link.what
          when "job" then [Paper, "/#{link.job_id}"]
          when "story" then [Paper, "/#{link.job_id}/story"]
          when "record" then [Paper, "/batches/#{link.batch_id}"]
          when "week" then [Paper, "/week"]
          else [Bench, "/wall"]
          end
        end

        # A photograph of what it shows.
        def picture_of(link, id)
          found = case link.what
                  when "story" then Stores::Picture.kept.where(job_id: link.job_id)
                  when "record" then Stores::Picture.kept.where(batch_id: link.batch_id)
                  else Stores::Picture.none
                  end
          found.find_by(id: id) || not_found
        end
      end
    end
  end
end
