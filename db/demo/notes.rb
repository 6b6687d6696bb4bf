# frozen_string_literal: true

module Dakren
  module Demo
    # What the shop wrote down in a notebook before it had a book, as a table: batches whose end somebody watched.
    module Notes
      BY = Stores::By.new(hand: "Ines", device: "notebook")
      # Days ago, hour, what for, resin and hardener in g, minutes, how it ended, room in °C, and a note.
      STILLWATER = [
        [66, "09:20", "Nameplate, third coat", 52.8, 23.2, 44, "thickening", 19, ""],
        [61, "13:40", "Oar blades", 83.4, 36.6, 41, "thickening", 20, "by the lake door, a draught all day"],
        [55, "10:05", "Chart frame", 41.7, 18.3, 54, "thickening", 17, ""],
        [48, "15:10", "Counter top, seal", 173.7, 76.3, 38, "gummed up", 21, "came back from the telephone and it was a lump"],
        [41, "08:50", "Oar blades, second", 125.0, 55.1, 42, "thickening", 19, ""],
        [35, "11:15", "Sample boards", 62.5, 27.4, 49, "thickening", 18, ""],
        [29, "14:20", "Chart frame, second", 104.2, 45.8, 30, "still runny", 16, ""],
        [21, "09:45", "Drawer fronts", 76.4, 33.6, 40, "thickening", 20, ""],
        [12, "16:00", "Drawer fronts, second", 59.0, 26.0, 38, "thickening", 21, "cup on the cold sill for the last ten minutes"]
      ].freeze
      HEAD = %w[day hour resin hardener name resin_g hardener_g minutes ended room_c note].freeze

      module_function

      # @param today [Date] @param zone [ActiveSupport::TimeZone]
      def read_in(today, zone)
        rows = STILLWATER.map do |ago, hour, name, resin, hardener, minutes, ended, room, note|
          [(today - ago).iso8601, hour, "Stillwater clear coat", "clear", name, resin, hardener, minutes, ended, room, note]
        end
        lines = Formats::BookCsv.read(CSV.generate { |csv| [HEAD, *rows].each { |row| csv << row } })
        Stores::OlderNotes.new(lines, zone, 19.0, by: BY).write
        Stores::Learned.renew_stale
      end
    end
  end
end
