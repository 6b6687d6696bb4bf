# frozen_string_literal: true

module Dakren
  module Rooms
    # Beginning a job with its work: the kinds a builder chooses from, and the job each begins as.
    class Beginning
      # Kinds a job may begin with, the commonest first.
      # @return [Array<Work::Kinds::Kind>]
      def self.choices
        Work::Kinds::ALL.values.select(&:opening)
      end

      # What the first place of such a job begins as: the plainest form there is of what the work is done on.
      # @param work [Work::Kinds::Kind]
      # @return [String] of Document::PlaceForms
      def self.form(work)
        Document::PlaceForms::ALL.find { |_, form| form.sort == work.on }.first
      end

      # The job a choice begins as: its place, its work, and the resin system of the shelf that is made for it, where only one is.
      # @param blank [Hash] a job nobody typed anything into @param kind [String] @param shelf [Array<Array(String, Sheet)>] id and sheet
      # @return [Hash]
      def self.document(blank, kind, shelf)
        work = Work::Kinds::ALL[kind.to_s.to_sym] or return blank
        suited = shelf.group_by { |_, sheet| work.suited(sheet.purposes) }.reject { |how, _| how.nil? }.min_by(&:first)&.last || []
        begun = Document::JobDocument.begun(blank, kind: work.name.to_s, form: form(work), sheet: suited.one? ? suited[0][0] : "")
        Document::UsualPowder.new(shelf.to_h.method(:[])).settled(begun, blank)
      end
    end
  end
end
