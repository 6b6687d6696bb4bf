# frozen_string_literal: true

require "ipaddr"
require "rqrcode"
require "socket"
require_relative "../stores/passphrase"

module Dakren
  module Rooms
    # Where the shop is reached in the workshop: one address of this machine, by a certificate of its own where there is one.
    #
    #   Sharing.now&.address   # => "https://192.168.1.20:4567/", nil where it serves this machine alone
    class Sharing
      CERTIFICATE, KEY, TRUSTED = %w[shop.pem shop.key shop-ca.pem].map { |name| File.join("tls", name) }

      class << self
        # @return [Sharing, nil] how this server is shared
        attr_accessor :now

        # Addresses of this machine in networks of a house.
        # @return [Array<String>]
        def addresses
          Socket.ip_address_list.select(&:ipv4_private?).map(&:ip_address).uniq
        end
      end

      attr_reader :host, :port

      # @param host [String] an address of this machine @param data_dir [String] where its certificate would lie
      # @raise [Stores::DataFolder::Refused]
      def initialize(host, port, data_dir)
        @host = host
        @port = port
        @data_dir = data_dir
        IPAddr.new(host)
        raise Stores::DataFolder::Refused, "No passphrase is set, so the shop is not shared. #{HOW}" unless Stores::Passphrase.set?
      rescue IPAddr::Error
        raise Stores::DataFolder::Refused, "#{host} is no address of this machine, e.g. 192.168.1.20."
      end
      HOW = "Set one with bin/dakren passphrase, or under Settings, Sharing."

      # @return [String] "http://192.168.1.20:4567/"
      def address
        "#{secure? ? "https" : "http"}://#{host.include?(":") ? "[#{host}]" : host}:#{port}/"
      end

      # Is there a certificate?
      def secure?
        [certificate, key].all? { |path| File.file?(path) }
      end

      def certificate
        File.join(@data_dir, CERTIFICATE)
      end

      def key
        File.join(@data_dir, KEY)
      end

      # What a phone has to trust, nil where there is none.
      # @return [String, nil] path
      def trusted
        path = File.join(@data_dir, TRUSTED)
        path if secure? && File.file?(path)
      end

      # What stands in the terminal: the address, and a code that leads a phone there.
      # @return [String]
      def says
        warned = "\nWithout a certificate phones cannot keep their screen on, give notice or take batches along: bin/dakren certificate"
        "In the workshop: #{address}   (passphrase asked)#{warned unless secure?}\n\n#{code}"
      end

      # Two rows of the code in one line of letters.
      def code
        rows = RQRCode::QRCode.new(address, level: :m).modules
        edge = [Array.new(rows.size + 4, false)] * 2
        all = [*edge, *rows.map { |row| [false, false, *row, false, false] }, *edge]
        all << edge.first if all.size.odd?
        all.each_slice(2).map { |upper, lower| "  #{upper.zip(lower).map { |pair| BLOCKS.fetch(pair) }.join}" }.join("\n")
      end
      # Light on a dark terminal: light is drawn.
      BLOCKS = { [false, false] => "\u2588", [false, true] => "\u2580", [true, false] => "\u2584", [true, true] => " " }.freeze

      # Hosts a request may name.
      # @return [Array<String>]
      def hosts
        [host.include?(":") ? "[#{host}]" : host]
      end
    end
  end
end
