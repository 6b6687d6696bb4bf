# frozen_string_literal: true

require "fileutils"
require "rack"
require "rack/protection"
require "rack/session"

require_relative "entrance"

module Dakren
  module Rooms
    # The house: every room behind one door that checks who asks and what is asked.
    module House
      HOSTS = %w[127.0.0.1 localhost [::1]].freeze
      SECRET_FILE = "session.key"
      SECRET_BYTES = 64
      SESSION_S = 90 * 86_400

      module_function

      # @param data_dir [String] where the session key is kept
      # @param shared [Sharing, nil] the house as the workshop reaches it; nil for this machine alone
      # @return [#call] the Rack application
      def build(data_dir, shared: nil)
        secret = secret(data_dir)
        cookie = cookie(secret, shared)
        Rack::Builder.app do
          use Frame::Headers
          use Rack::Attack if shared
          use Frame::SmallBodies
          use Frame::ReadableForms
          use Rack::Protection::HostAuthorization, permitted_hosts: shared&.hosts || HOSTS, logging: false,
            message: "This address is not served here.\n"
          use Rack::Static, urls: ["/assets"], root: Frame::PUBLIC,
            header_rules: [[:all, { "cache-control" => "public, max-age=31536000, immutable" }]]
          use Rack::Session::Cookie, cookie
          use Rack::Protection::AuthenticityToken, logging: false,
            message: "This form has expired. Go back, load the page again and send it once more.\n"
          use Gate if shared
          Room.places.each { |door| map(door.path) { run door.room } }
        end
      end

      # Cookies know no ports: a second shop on this machine has its own name, and a tablet that slept keeps its forms.
      def cookie(secret, shared)
        name = "dakren-#{Digest::SHA256.hexdigest("#{secret}#{"shared" if shared}")[0, 8]}"
        { key: name, secrets: secret, same_site: :strict, httponly: true, expire_after: SESSION_S, secure: shared&.secure? || false }
      end

      # The key that signs sessions: made once, readable by its owner alone.
      def secret(data_dir)
        path = File.join(data_dir, SECRET_FILE)
        return kept_secret(path) if File.exist?(path)

        FileUtils.mkdir_p(data_dir)
        key = SecureRandom.hex(64)
        File.open(path, File::WRONLY | File::CREAT | File::EXCL, 0o600) { |file| file.write(key) }
        key
      end

      def kept_secret(path)
        key = File.file?(path) ? File.binread(path) : ""
        return key if key.bytesize >= SECRET_BYTES

        raise Stores::DataFolder::Refused, "#{path} is no key that signs sessions: it was cut off, or something else lies there. " \
                                           "Give it another name: a new key is made, the shop itself is not touched, and open pages have " \
                                           "to be loaded again."
      end
      private_class_method :kept_secret, :cookie
    end
  end
end
