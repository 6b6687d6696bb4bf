# frozen_string_literal: true

require "active_support/cache"
require "rack/attack"

module Dakren
  module Rooms
    # Stands before the house where it is reached from the workshop: who came in with the passphrase goes on, everybody else to the
    # entrance. What only the shop's own computer does is done by nobody else. By which door somebody comes is known by the server they
    # reached, never by what they say of themselves.
    class Gate
      # Who it is, for whatever is written down.
      GUEST = "dakren.guest"
      # Was it reached from the workshop?
      OUTSIDE = "dakren.outside"
      # The path of a link somebody only looks by.
      LOOKING = "dakren.looking"
      KEY = "guest"
      # What is kept to the computer itself: the passphrase, who is let in, the whole shop as a file, and where copies go.
      AT_HOME = %r{\A/(?:copies(?:/|\z)|settings/(?:second-place|sharing))}
      ENTRANCE = %r{\A/entrance(?:/|\z)}
      # What may be seen without the passphrase: what looks only, and what a browser needs to install it.
      OPEN = %r{\A/(?:look/|manifest\.webmanifest\z|worker\.js\z|offline\z)}
      HOME_ALONE = "That is done at the shop's own computer alone.\n"

      def initialize(app)
        @app = app
      end

      def call(env)
        path = env["PATH_INFO"]
        env = env.merge(OUTSIDE => true)
        return Entrance.call(inside(env, "/entrance")) if path.match?(ENTRANCE)
        return @app.call(env) if path.match?(OPEN) && %w[GET HEAD].include?(env["REQUEST_METHOD"])

        guest = Stores::Guest.let_in(env["rack.session"][KEY])
        return turned_away(env) if guest.nil?
        return [403, { "content-type" => "text/plain; charset=utf-8" }, [HOME_ALONE]] if path.match?(AT_HOME)

        @app.call(env.merge(GUEST => guest))
      end

      private

      def inside(env, door)
        env.merge("SCRIPT_NAME" => env["SCRIPT_NAME"].to_s + door, "PATH_INFO" => env["PATH_INFO"].delete_prefix(door))
      end

      # A page leads to the entrance and back again; what was sent is refused, and the device keeps it.
      def turned_away(env)
        env["rack.session"].delete(KEY)
        if env["REQUEST_METHOD"] == "GET" && env["HTTP_X_LIVE"] != "1"
          to = env["PATH_INFO"]
          return [303, { "location" => to == "/" ? "/entrance" : "/entrance?#{Rack::Utils.build_query("to" => to)}" }, []]
        end

        [401, { "content-type" => "text/plain; charset=utf-8" },
          ["The shop asks for its passphrase again. Nothing was taken; go to /entrance, and then send it once more.\n"]]
      end
    end

    # How often the passphrase may be tried: from one address, and by everybody together.
    module Attempts
      # Ours.
      EACH = 6
      EACH_S = 60
      ALL = 60
      ALL_S = 3600

      Rack::Attack.cache.store = ActiveSupport::Cache::MemoryStore.new(size: 4_000_000)
      asks = ->(request) { request.post? && request.path.match?(Gate::ENTRANCE) }
      # By the address the connection came from: what a request says of itself is not asked.
      Rack::Attack.throttle("passphrase, each", limit: EACH, period: EACH_S) { |request| request.env["REMOTE_ADDR"] if asks.call(request) }
      Rack::Attack.throttle("passphrase, all", limit: ALL, period: ALL_S) { |request| "all" if asks.call(request) }
      Rack::Attack.throttled_responder = lambda do |request|
        wait = request.env["rack.attack.match_data"].then { |told| told[:period] - (told[:epoch_time] % told[:period]) }
        [429, { "content-type" => "text/plain; charset=utf-8", "retry-after" => wait.to_s },
          ["The passphrase was tried too often. Wait #{(wait / 60.0).ceil} min, and try again.\n"]]
      end
    end
  end
end
