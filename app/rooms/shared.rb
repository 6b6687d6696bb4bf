# frozen_string_literal: true

require_relative "room"
require_relative "sharing"

module Dakren
  module Rooms
    # Who is let in from the workshop: told at the shop's own computer alone, beside the settings.
    class Shared < Room
      at "/settings/sharing", within: "/settings"

      WHERE = "/settings#sharing"

      get("/") { redirect WHERE, 303 }

      post "/passphrase" do
        unfit = Stores::Passphrase.unfit(word("passphrase"))
        unfit ||= "must be the same both times" if word("passphrase").strip != word("again").strip
        next told("The passphrase #{unfit}.") if unfit

        Stores::Passphrase.set(word("passphrase"))
        told("The passphrase is set. Devices that are in stay in.")
      end

      post %r{/(\d{1,15})/lock} do |id|
        Stores::Guest.find_by(id: id)&.lock_out
        redirect WHERE, 303
      end

      # One press, and nobody of the workshop is in.
      post "/lock-all" do
        out = Stores::Guest.lock_all_out
        told("#{out} #{out == 1 ? "device" : "devices"} locked out. Whoever comes again enters the passphrase.")
      end

      helpers do
        def told(says)
          request.env["rack.session"]["sharing_told"] = says
          redirect WHERE, 303
        end
      end
    end
  end
end
