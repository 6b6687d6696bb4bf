# frozen_string_literal: true

module Dakren
  module Rooms
    # How the shop is shared, as the settings show it.
    class SharingPage
      Device = Value.define(:id, :name, :words)

      # @param sharing [Sharing, nil] nil where it serves this machine alone @param told [String, nil] what came of the last press
      # @param at_home [Boolean] is this the shop's own computer?
      def initialize(sharing, wording, zone, at_home:, told: nil)
        @sharing = sharing
        @wording = wording
        @zone = zone
        @at_home = at_home
        @told = told
      end

      attr_reader :told

      def at_home?
        @at_home
      end

      def passphrase?
        Stores::Passphrase.set?
      end

      # @return [String]
      def says
        return "Shared in the workshop at #{@sharing.address} by its passphrase." if @sharing

        once = passphrase? ? "" : ", once there is a passphrase"
        "Only this computer is served. bin/dakren --share serves the workshop's network as well#{once}."
      end

      # @return [String, nil] what a device cannot do there
      def lacks
        return if @sharing.nil? || @sharing.secure?

        "Without a certificate a phone cannot keep its screen on, give notice, be installed or take batches along. " \
          "bin/dakren certificate makes one, and says how a phone trusts it."
      end

      # @return [String, nil] SVG: leads a phone to the entrance
      def code
        @sharing && Formats::Labels.svg(@sharing.address)
      end

      # @return [Array<Device>] those that are in
      def devices
        Stores::Guest.in_shop.order(seen_at: :desc).map do |one|
          Device.new(id: one.id, name: one.name,
            words: "since #{moment(one.entered_at)}, seen #{moment(one.seen_at)}, from #{one.came_from}")
        end
      end

      # @return [Array<Control>]
      def asked
        [["passphrase", "Passphrase"], ["again", "once more"]].map do |name, label|
          Control.new(name: name, label: label, id: "share-#{name}", type: "password", more: { "autocomplete" => "new-password" })
        end
      end

      private

      def moment(time)
        @wording.dates.moment(time.in_time_zone(@zone))
      end
    end
  end
end
