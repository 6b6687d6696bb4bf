# frozen_string_literal: true

require "digest"
require "rack"
require "rack/multipart"

module Dakren
  # The rooms of the interface: one small Sinatra class each, with its views beside it.
  module Rooms
    # What every page is set in: the rooms there are, and the headers that keep a page to itself.
    module Frame
      # As many pairs as the longest form has: a browser without scripts sends all of them.
      Rack::Utils.default_query_parser =
        Rack::QueryParser.make_default(32, params_limit: 60_000)

      CONTENT_POLICY = {
        "default-src" => "'none'", "script-src" => "'self'", "style-src" => "'self'", "img-src" => "'self'", "font-src" => "'self'",
        "connect-src" => "'self'", "manifest-src" => "'self'", "worker-src" => "'self'", "form-action" => "'self'", "base-uri" => "'none'",
        "frame-ancestors" => "'none'"
      }.map { |name, value| "#{name} #{value}" }.join("; ").freeze

      HEADERS = {
        "content-security-policy" => CONTENT_POLICY, "x-content-type-options" => "nosniff", "referrer-policy" => "same-origin",
        "cross-origin-opener-policy" => "same-origin", "permissions-policy" => "camera=(), microphone=(), geolocation=()"
      }.freeze

      PUBLIC = File.join(ROOT, "public")

      # @return [String] path of a shipped file with its digest, so that a changed one is fetched anew
      def self.asset(name)
        @assets ||= {}
        @assets[name] ||= "/assets/#{name}?v=#{Digest::SHA256.file(File.join(PUBLIC, "assets", name)).hexdigest[0, 10]}"
      end

      # Sets the headers on every answer.
      class Headers
        def initialize(app)
          @app = app
        end

        def call(env)
          status, headers, body = @app.call(env)
          headers = headers.merge("content-length" => body.bytes.to_s) if body.is_a?(LargeAnswer::Body)
          [status, HEADERS.merge(headers), body]
        end
      end

      # A form that cannot be read says so, whoever would have read it first.
      class ReadableForms
        UNREADABLE = [Rack::QueryParser::ParameterTypeError, Rack::QueryParser::InvalidParameterError, Rack::QueryParser::QueryLimitError,
          Rack::Multipart::Error, EOFError, ArgumentError, RangeError, TypeError].freeze

        def initialize(app)
          @app = app
        end

        def call(env)
          request = Rack::Request.new(env)
          begin
            request.GET
            request.POST if request.form_data? || request.parseable_data?
          rescue *UNREADABLE => e
            return [400, { "content-type" => "text/plain; charset=utf-8" }, [says(e)]]
          end
          @app.call(env)
        end

        private

        def says(error)
          why = error.is_a?(Rack::QueryParser::QueryLimitError) ? "holds more than can be read at once" : "cannot be read"
          "This form #{why}; nothing was changed. Go back, load the page again and send it once more.\n"
        end
      end

      # Refuses what is too large to be a form of ours before it is read.
      class SmallBodies
        MOST_BYTES = 2_000_000
        # Photographs and drawings that are brought to the drawing table, and photographs to a history.
        FILES = %r{\A(?:/table/\d+/p\d+/(?:picture|read-in)|/history/\d+|/book/batches/\d+)\z}
        MOST_FILE_BYTES = 17_000_000
        # A copy of the whole shop.
        COPY = "/copies/bring"
        MOST_COPY_BYTES = 2_000_000_000

        def initialize(app)
          @app = app
        end

        def call(env)
          most = most_for(env["PATH_INFO"])
          return @app.call(env) if env["CONTENT_LENGTH"].to_i <= most

          [413, { "content-type" => "text/plain; charset=utf-8" },
            ["#{(env["CONTENT_LENGTH"].to_i / 1e6).ceil} MB were sent, and at most #{most / 1_000_000} MB are taken here; nothing was " \
             "changed. Go back, make the file smaller and bring it again.\n"]]
        end

        private

        def most_for(path)
          return MOST_COPY_BYTES if path == COPY

          path.match?(FILES) ? MOST_FILE_BYTES : MOST_BYTES
        end
      end
    end
  end
end
