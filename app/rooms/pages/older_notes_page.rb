# frozen_string_literal: true

module Dakren
  module Rooms
    # Older notes as they were read, line by line: what can be taken, and what keeps the rest out.
    class OlderNotesPage
      MOST = 60

      attr_reader :text, :notes, :lines

      # @param text [String] @param lines [Array<Formats::BookCsv::Line>] @param notes [Stores::OlderNotes, nil]
      def initialize(text, lines, notes, problem: nil)
        @text = text
        @lines = lines
        @notes = notes
        @problem = problem
      end

      def field
        Control.new(name: "csv", label: "Older notes, as a table", lines: 12, css: "wide", value: text, problem: @problem,
          complaint: "The table",
          placeholder: "day,resin,resin_g,hardener_g,minutes,ended,room_c\n2025-03-14,Stillwater clear coat,52.7,23.2,43,thickening,19")
      end

      def read?
        !notes.nil?
      end

      # @return [Array<String>] what keeps lines out
      def problems
        lines.flat_map do |line|
          [*line.problems, notes.problems[line.number]].compact.map { |says| "line #{line.number}: #{says}" }
        end + notes.there.map { |number| "line #{number}: stands in the book already" }
      end

      # @return [Array<String>] what is not told, of lines that are taken
      def holes
        notes.fit.flat_map { |line| line.holes.map { |says| "line #{line.number}: #{says}" } }
      end
    end
  end
end
