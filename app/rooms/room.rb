# frozen_string_literal: true

require "sqlite3"
require_relative "../stores/backup"
require_relative "../stores/health"
require_relative "gate"

module Dakren
  module Rooms
    # What all rooms share: views, typed parameters, figures and fields.
    class Room < Sinatra::Base
      set :views, __dir__
      set :erb, escape_html: true
      set :show_exceptions, false
      set :raise_errors, false
      set :dump_errors, true
      set :logging, false
      set :protection, false
      set :host_authorization, {}
      set :static, false
      set :add_charset, %w[text/html]
      disable :sessions, :absolute_redirects

      # Where a room is, and what its door is called in the frame; order: where that stands among the doors, nil where it has none.
      Door = Value.define(:path, :room, :name, :order)
      # Each room says where it is.
      ROOMS = [] # rubocop:disable Style/MutableConstant

      class << self
        # @param path [String] e.g. "/shelf" @param name [String, nil] of its door @param order [Numeric, nil] among the doors
        # @param within [String] the room with a name that it belongs to
        def at(path, name: nil, order: nil, within: path)
          @within = within
          ROOMS << Door.new(path: path, room: self, name: name, order: order)
        end

        # @return [String] path of the door that leads there
        attr_reader :within

        # @return [Array<Door>] as they stand in the frame
        def doors
          ROOMS.select(&:order).sort_by(&:order)
        end

        # @return [Array<Door>] the longest path first, so that each is found before the one it lies in
        def places
          ROOMS.sort_by { |door| -door.path.size }
        end
      end

      # Views within pages, by name.
      PARTS = Concurrent::Map.new

      BUSY = "Another program is writing to its file. What you sent was not taken yet: send it again in a moment."
      POTS_SHOWN = 60
      # A clock that was set by less than this is put right and not told; longer than this nobody is told of it.
      SET_TOLD_FROM_S = 60
      SET_TOLD_S = 86_400
      # So long a press may have waited on a device.
      MOST_AGO_S = 12 * 3600
      WHEN_PUT_RIGHT = "What you sent was not taken: go back, it still stands there, and send it again once that is put right."

      # What goes by the clock is printed anew so often, while nobody has written anything.
      SLOT_S = 5
      # What was printed of the shop as it stood, for whoever asks before anybody has written again.
      STOOD = Memo.new(60)

      # A parameter that is no text, or text that is no UTF-8.
      class BadParameter < StandardError; end

      before do
        response["cache-control"] = "no-store"
        Stores::Typing.typed if writes?
        halt damaged(Stores::Health.trouble.says) if writes? && Stores::Health.trouble
      end

      not_found { page("Page not found", "The address leads nowhere; what you were looking for may have been removed.", 404) }
      error(BadParameter, Sinatra::BadRequest) do
        page("That could not be read", "The address or the form holds something that is no text.", 400)
      end
      # What keeps the file from being written or read is told as what it is; all else broke on our side.
      error ActiveRecord::ActiveRecordError, SQLite3::Exception, SystemCallError do
        trouble(env["sinatra.error"]) || broke
      end
      error(Stores::Health::Damaged) { damaged(env["sinatra.error"].message) }
      error { broke }

      helpers do
        def settings_row
          @settings_row ||= Stores::Settings.shop
        end

        # The zone the shop is in.
        # @return [ActiveSupport::TimeZone]
        def zone
          @zone ||= Document::Zones.of(settings_row.zone)
        end

        # @return [Date] by the shop's own clock
        def today
          zone.at(Stores::Now.wall).to_date
        end

        def wording
          @wording ||= Words::Wording.new(settings_row.units, settings_row.dates)
        end

        # Everything typed into the form, words and rows alike, as text that can be kept.
        def typed
          @typed ||= clean(params.to_h)
        end

        def clean(value)
          case value
          when String then value.scrub("").delete("\u0000")
          when Array then value.map { |part| clean(part) }
          when Hash then value.to_h { |key, part| [clean(key.to_s), clean(part)] }
          end
        end

        # One parameter that must be text.
        def word(name)
          value = params[name]
          return "" if value.nil?
          raise BadParameter, name unless value.is_a?(String)

          clean(value)
        end

        def page_system
          Words::Systems.known?(word("units_on_page")) ? word("units_on_page") : settings_row.units
        end

        # Who presses, and on what.
        # @return [Stores::By]
        def by
          Stores::By.new(hand: request.env["rack.session"]["hand"].to_s, device: device, at: Stores::Now.wall - ago_s)
        end

        # What this device is called: as somebody told it, or by its sort and a mark of its own.
        # @return [String]
        def device
          guest = request.env[Gate::GUEST] and return guest.name
          session = request.env["rack.session"]
          session["device_mark"] ||= SecureRandom.hex(2)
          named = session["device"].to_s
          return named unless named.empty?

          "#{request.user_agent.to_s.include?("Mobi") ? "phone" : "computer"} #{session["device_mark"]}"
        end

        # Is this the shop's own computer?
        def at_home?
          request.env[Gate::OUTSIDE].nil?
        end

        # The link somebody only looks by; nil for whoever is in.
        # @return [String, nil] its path
        def looking
          request.env[Gate::LOOKING]
        end

        # Where a photograph is to be had, by whoever looks.
        def seen_at(picture)
          looking ? "#{looking}/picture/#{picture[/\d+\z/]}" : picture
        end

        # How long ago something was pressed that had to wait on a device.
        # @return [Float] seconds
        def ago_s
          ago = Float(word("ago_s"), exception: false).to_f
          ago.finite? && ago.between?(0, MOST_AGO_S) ? ago : 0.0
        end

        def token
          Rack::Protection::AuthenticityToken.token(request.env["rack.session"])
        end

        # A deed that comes a second time, because the answer to the first was lost, leads where the first led.
        # @param after [#call] what is done with the address once the writer's turn is given back
        # @yieldreturn [String] an address
        def once(after: ->(_address) {}, &work)
          id = word("deed_id")
          address = Stores::Deed.once(id.empty? ? "" : "#{id} #{request.path} #{request.query_string}", &work)
          after.call(address)
          redirect address, 303
        end

        # Somebody has set the clock of this computer while batches are on the go.
        # @return [String, nil]
        def clock_set
          jump = Stores::Now.jump
          return if jump.nil? || jump.by_s.abs < SET_TOLD_FROM_S || Stores::Now.wall - jump.at > SET_TOLD_S

          by = wording.minutes(jump.by_s.abs / 60)
          "The clock of this computer was set #{jump.by_s.negative? ? "back" : "forward"} by #{by} (seen " \
            "#{wording.dates.hour(zone.at(jump.at))}). Batches on the go keep their true time; hours and plans go by the new clock: look " \
            "whether that is right."
        end

        # Batches on the go.
        # @return [Array<RunningCup>]
        def pots
          @pots ||= Stores::Batch.running.limit(POTS_SHOWN).includes(:events).map do |record|
            RunningCup.new(record, Stores::Walks.walk(record), wording, Stores::Now.now)
          end
        end

        # What is on now across the shop, and what comes next.
        # @param pots [Array<RunningCup>] batches that are told with it
        # @return [NowPage]
        def now_page(pots: self.pots)
          NowPage.new(Stores::NowList.new(zone.at(Stores::Now.wall)).found, wording, pots: pots)
        end

        # Does it ask for something to be kept?
        def writes?
          request.post?
        end

        # @return [String, nil] the page that tells; nil where the error says nothing of the file
        def trouble(error)
          headers "retry-after" => "1"
          return page("The shop is busy", BUSY, 503) if Stores::Database.busy?(error)

          says = Stores::ShopFile.meaning(error) or return
          return damaged(Stores::Health.met(Stores::Database.path, error).says) if Stores::ShopFile.damage?(error)

          full = says.include?("disk is full")
          page(full ? "The disk is full" : "The shop cannot be written", "Its file #{says} #{WHEN_PUT_RIGHT}", full ? 507 : 503)
        end

        def damaged(says)
          page("The shop's file is damaged", says, 503)
        end

        def broke
          page("Something broke on our side",
            "Nothing you typed before was lost. Go back and try again; if it stays, the log beside the program says why.", 500)
        end

        # What is large, sent without keeping a worker.
        # @param source [IO] @param bytes [Integer]
        def large(source, bytes)
          return source.read.tap { source.close } if bytes < LargeAnswer::FROM_BYTES || !request.env["rack.hijack?"]

          body LargeAnswer::Body.new(source, bytes)
          nil
        end

        # A photograph kept with the shop: it never changes.
        # @param found [Stores::Picture]
        def show_picture(found)
          content_type found.kind
          headers "cache-control" => "private, max-age=31536000, immutable"
          bytes = found.shared_bytes
          large(StringIO.new(bytes), bytes.bytesize)
        end

        # @return [IO, nil] as it was brought
        def photograph
          file = params["picture"]
          file[:tempfile] if file.is_a?(Hash) && file[:tempfile].respond_to?(:read)
        end

        def live?
          request.env["HTTP_X_LIVE"] == "1"
        end

        # A page that only says something; a live one is told it as words.
        def page(title, says, code)
          status code
          if live?
            content_type "text/plain"
            return "#{title}. #{says}"
          end
          content_type "text/html"
          @title = title
          @says = says
          erb :trouble
        end

        # A page has hundreds: each is compiled once, and rendered without what a whole page needs around it.
        def part(view, **locals)
          (PARTS[view] ||= Tilt::ErubiTemplate.new(File.join(settings.views, "#{view}.erb"), escape_html: true)).render(self, locals)
        end

        # A view printed once for the shop as it stands.
        # @param key [Array] what else it hangs on
        # @yieldreturn [Hash] its locals
        def as_it_stands(view, *key)
          STOOD.recall([view, Stores::Database.state, wording.key, *key]) { part(view, **yield) }
        end

        # One field with its label and complaint.
        # @param control [Control]
        def field(control)
          part(control.choices ? :"parts/choice" : :"parts/field", control: control)
        end

        # A box to tick. One of many sends its value in a list.
        def tick(name, words, ticked, value: nil, title: nil)
          part :"parts/tick", name: name, words: words, ticked: ticked, value: value, title: title
        end

        # Attributes of an element, escaped.
        # @param told [Hash{String=>Object}]
        def attributes(told)
          told.map { |name, value| %( #{name}="#{Erubi.h(value)}") }.join
        end

        def bold(words, wanted)
          wanted ? "<b>#{Erubi.h(words)}</b>" : Erubi.h(words)
        end

        # What every form sends along without showing it.
        # @param more [Hash]
        def kept_with_the_page(**more)
          { authenticity_token: token, units_on_page: wording.system, deed_id: SecureRandom.hex(8), **more }.map do |name, value|
            "<input#{attributes("type" => "hidden", "name" => name, "value" => value)}>"
          end.join("\n  ")
        end

        # What the keys of this screen do, for the ? dialog.
        def screen_keys
          [["/", "find a job, data sheet, batch or lot"], ["?", "show these keys"], *(@keys || [])]
        end

        def current_door?(path)
          self.class.within == path || request.script_name == path || (path == "/" && request.script_name.empty?)
        end
      end
    end
  end
end
