# frozen_string_literal: true

require "puma"
require "puma/server"
require "puma/minissl"
require_relative "house"
require_relative "sharing"

module Dakren
  module Rooms
    # The shop's second door, for the workshop: a server of its own on the address it is shared at, so that whoever comes by it is asked,
    # whatever they say of themselves.
    class Doors
      # What a device may send at once: photographs, and what a shift has gathered.
      MOST_BYTES = 24_000_000

      # @param sharing [Sharing] @param data_dir [String]
      def initialize(sharing, data_dir)
        @sharing = sharing
        @server = Puma::Server.new(House.build(data_dir, shared: sharing), nil,
          min_threads: 1, max_threads: Stores::Database::SHARED_THREADS, enable_keep_alives: false, http_content_length_limit: MOST_BYTES,
          log_writer: Puma::LogWriter.new(StringIO.new, $stderr), environment: "production", raise_exception_on_sigterm: false)
        sharing.secure? ? add_secure : @server.add_tcp_listener(sharing.host, sharing.port)
      rescue Errno::EADDRNOTAVAIL
        raise Stores::DataFolder::Refused, "#{sharing.host} is no address of this machine. It has: #{Sharing.addresses.join(", ")}."
      rescue Errno::EADDRINUSE
        raise Stores::DataFolder::Refused, "Port #{sharing.port} of #{sharing.host} is taken. Start with another --port."
      end

      def open
        @server.run
        self
      end

      def close
        @server.stop(true)
      end

      private

      def add_secure
        unless Puma.ssl?
          raise Stores::DataFolder::Refused, "There is a certificate, but the server was built without TLS. On Debian: apt-get install " \
                                             "libssl-dev, then remove vendor/bundle and start again."
        end

        context = Puma::MiniSSL::Context.new
        context.cert = @sharing.certificate
        context.key = @sharing.key
        context.verify_mode = Puma::MiniSSL::VERIFY_NONE
        @server.add_ssl_listener(@sharing.host, @sharing.port, context)
      end
    end
  end
end
