# frozen_string_literal: true

module Dakren
  module Rooms
    # Beginning a job with its work: the kinds a builder chooses from, and the job each begins as.
    class Beginning
      # sign: of Drawings::KindSign; kind: of Work::Kinds; words: what is done.
      Choice = Value.define(:kind, :sign, :words, :more)
      CHOICES = [
        Choice.new(kind: :coat, sign: :coat, words: "Coat", more: "clear or barrier coats on wood, panels, hulls"),
        Choice.new(kind: :flood, sign: :flood, words: "Flood", more: "a table or bar top, poured level"),
        Choice.new(kind: :cast, sign: :cast, words: "Cast", more: "a void or channel, in lifts"),
        Choice.new(kind: :floor, sign: :floor, words: "Floor", more: "a floor, wall, tank or pool"),
        Choice.new(kind: :laminate, sign: :laminate, words: "Laminate", more: "cloth by hand"),
        Choice.new(kind: :infusion, sign: :infusion, words: "Infuse", more: "cloth under vacuum"),
        Choice.new(kind: :scarf, sign: :scarf, words: "Repair", more: "a hole ground back and laid up again"),
        Choice.new(kind: :bond, sign: :bond, words: "Bond", more: "a glue line, a fillet, a bead"),
        Choice.new(kind: :fill, sign: :fill, words: "Fill", more: "a gouge, a lost corner, nail holes"),
        Choice.new(kind: :cups, sign: :cups, words: "Small moulds", more: "blocks, samples, jewellery in moulds")
      ].freeze
      # What each sort of place begins as.
      FORMS = { surface: "flat", void: "void", cavity: "cavity", joint: "joint", damage: "damage" }.freeze

      # The job a choice begins as: its place, its work, and the resin system of the shelf that is made for it, where only one is.
      # @param blank [Hash] a job nobody typed anything into @param kind [String] @param shelf [Array<Array(String, Sheet)>] id and sheet
      # @return [Hash]
      def self.document(blank, kind, shelf)
        work = Work::Kinds::ALL[kind.to_s.to_sym] or return blank
        suited = shelf.group_by { |_, sheet| work.suited(sheet.purposes) }.reject { |how, _| how.nil? }.min_by(&:first)&.last || []
        Document::JobDocument.begun(blank, kind: work.name.to_s, form: FORMS.fetch(work.on), sheet: suited.one? ? suited[0][0] : "")
      end
    end
  end
end
