# frozen_string_literal: true

require_relative "room"
require_relative "gate"
require_relative "sharing"

module Dakren
  module Rooms
    # Where a device of the workshop comes in: it tells the passphrase, and what it shall be called.
    class Entrance < Room
      # A page of this shop, and of no other.
      INSIDE = %r{\A/(?![/\\])[\w\-./]{0,200}\z}

      get("/") { come(200) }

      post "/" do
        name = word("name").strip
        @wrong = { "name" => ("must be at most #{Stores::Guest::NAME_LONGEST} characters" if name.length > Stores::Guest::NAME_LONGEST),
                   "passphrase" => ("is not the shop's" unless Stores::Passphrase.right?(word("passphrase"))) }.compact
        next come(422) if @wrong.any?

        enter(name.empty? ? usual_name : name)
        redirect to, 303
      end

      # What a phone has to trust before it finds this address secure.
      get "/shop-ca.crt" do
        path = Sharing.now&.trusted or not_found
        content_type "application/x-x509-ca-cert"
        headers "content-disposition" => "attachment; filename=\"shop-ca.crt\""
        File.binread(path)
      end

      helpers do
        # Whoever comes in begins with a key of their own: nothing that was there before opens anything.
        def enter(name)
          key = Stores::Guest.come_in(name, from: request.env["REMOTE_ADDR"])
          hand = request.env["rack.session"]["hand"]
          request.env["rack.session"].clear
          request.env["rack.session"].update({ Gate::KEY => key, "hand" => hand }.compact)
        end

        def come(code)
          status code
          @title = "Come in"
          erb :"entrance/page", layout: :"entrance/layout"
        end

        def to
          word("to").match?(INSIDE) ? word("to") : "/"
        end

        def usual_name
          agent = request.user_agent.to_s
          return "tablet" if agent.match?(/iPad|Tablet/)

          agent.include?("Mobi") ? "phone" : "computer"
        end

        def asked(name, label, **more)
          Control.new(name: name, label: label, value: name == "passphrase" ? "" : word(name), problem: @wrong&.fetch(name, nil),
            complaint: label, **more)
        end
      end
    end
  end
end
