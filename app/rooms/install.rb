# frozen_string_literal: true

require_relative "room"

module Dakren
  module Rooms
    # What a browser needs to install Dakren on a device: its manifest, what it keeps for when there is no network, and the page it shows
    # then.
    class Install < Room
      PLACES = %w[/manifest.webmanifest /worker.js /offline].freeze
      PLACES.each { |path| at path, within: path }

      # What is kept on the device: the page of what was taken along, and what it is made with.
      SHELL = ["/shift/bag", "/offline"].freeze
      ASSETS = %w[dakren.css dakren.js idiomorph.js alpine.js mark.svg icon-192.png].freeze
      FONTS = %w[next mono bricolage].freeze
      PURPOSES = %w[any maskable].freeze
      INK = "#14231e"
      GROUND = "#e6ebe7"

      get "/" do
        case request.script_name
        when "/manifest.webmanifest" then manifest
        when "/worker.js" then worker
        else
          @title = "No network"
          erb :"shift/offline", layout: :"shift/layout"
        end
      end

      helpers do
        def manifest
          content_type "application/manifest+json"
          icons = [192, 512].flat_map do |px|
            PURPOSES.map do |purpose|
              { src: Frame.asset("icon-#{px}.png"), sizes: "#{px}x#{px}", type: "image/png", purpose: purpose }
            end
          end
          JSON.generate(id: "/", name: "Dakren", short_name: "Dakren", description: "Epoxy work: measured, timed, walked, written down",
            start_url: "/bench", scope: "/", display: "standalone", background_color: GROUND, theme_color: INK, icons: icons,
            shortcuts: [{ name: "Taken along", url: "/shift/bag" }, { name: "Jobs", url: "/" }])
        end

        def worker
          content_type "text/javascript"
          kept = [*SHELL, *ASSETS.map { |name| Frame.asset(name) }, *FONTS.map { |name| "/assets/fonts/#{name}.woff2" }]
          name = "dakren-#{Digest::SHA256.hexdigest(kept.join)[0, 10]}"
          "const KEPT = #{JSON.generate(kept)};\nconst NAME = #{JSON.generate(name)};\n" \
            "#{File.read(File.join(ROOT, "app", "assets", "worker.js"))}"
        end
      end
    end
  end
end
