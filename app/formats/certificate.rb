# frozen_string_literal: true

require "fileutils"
require "ipaddr"
require "openssl"

module Dakren
  module Formats
    # A certificate of the shop's own for one address, and what phones trust it by: both as PEM, each key readable by its owner alone.
    class Certificate
      # Ours: what phones take of an authority somebody installed.
      DAYS = 397
      AUTHORITY_DAYS = 3650
      BITS = 2048
      FILES = { authority: "shop-ca.pem", authority_key: "shop-ca.key", certificate: "shop.pem", key: "shop.key" }.freeze

      # @param folder [String] made if missing @param address [String] an address of this machine
      def initialize(folder, address)
        @folder = folder
        @address = IPAddr.new(address).to_s
      end

      # The authority stays where there is one, so that phones that trust it go on trusting it.
      # @return [String] its fingerprint, SHA-256
      def make
        FileUtils.mkdir_p(@folder, mode: 0o700)
        authority_key = kept_key(:authority_key)
        authority = kept_authority(authority_key)
        key = OpenSSL::PKey::RSA.new(BITS)
        write(:key, key.to_pem)
        write(:certificate, signed(authority, authority_key, key).to_pem + authority.to_pem)
        OpenSSL::Digest::SHA256.hexdigest(authority.to_der).upcase.scan(/../).join(":")
      end

      private

      def path(what)
        File.join(@folder, FILES.fetch(what))
      end

      def write(what, text)
        File.open(path(what), File::WRONLY | File::CREAT | File::TRUNC, 0o600) { |file| file.write(text) }
      end

      def kept_key(what)
        return OpenSSL::PKey::RSA.new(File.read(path(what))) if File.file?(path(what))

        OpenSSL::PKey::RSA.new(BITS).tap { |key| write(what, key.to_pem) }
      end

      def kept_authority(key)
        if File.file?(path(:authority))
          found = OpenSSL::X509::Certificate.new(File.read(path(:authority)))
          return found if found.check_private_key(key) && found.not_after > Time.now + (DAYS * 86_400)
        end

        blank("Dakren, this shop", AUTHORITY_DAYS, key).tap do |made|
          made.issuer = made.subject
          extend_by(made, made, ["basicConstraints", "CA:TRUE, pathlen:0", true], ["keyUsage", "keyCertSign, cRLSign", true],
            ["subjectKeyIdentifier", "hash", false])
          made.sign(key, OpenSSL::Digest.new("SHA256"))
          write(:authority, made.to_pem)
        end
      end

      def signed(authority, authority_key, key)
        blank(@address, DAYS, key).tap do |made|
          made.issuer = authority.subject
          extend_by(made, authority, ["basicConstraints", "CA:FALSE", true], ["keyUsage", "digitalSignature, keyEncipherment", true],
            ["extendedKeyUsage", "serverAuth", false], ["subjectAltName", "IP:#{@address}", false])
          made.sign(authority_key, OpenSSL::Digest.new("SHA256"))
        end
      end

      def blank(name, days, key)
        OpenSSL::X509::Certificate.new.tap do |made|
          made.version = 2
          made.serial = OpenSSL::BN.rand(120)
          made.subject = OpenSSL::X509::Name.new([["CN", name]])
          made.public_key = key.public_key
          made.not_before = Time.now - 3600
          made.not_after = Time.now + (days * 86_400)
        end
      end

      def extend_by(made, issuer, *extensions)
        factory = OpenSSL::X509::ExtensionFactory.new(issuer, made)
        extensions.each { |name, value, critical| made.add_extension(factory.create_extension(name, value, critical)) }
      end
    end
  end
end
