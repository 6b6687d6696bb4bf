# frozen_string_literal: true

require_relative "entry"

module Dakren
  module Stores
    # The book as it is looked through: lines by their words, their sort, mix, day and fault, a page at a time.
    class BookList
      PAGE = 50
      MOST_PAGES = 10_000
      # Words are cut off there; of so many at most.
      LONGEST = 200
      MOST_WORDS = 12
      # More than so many are told as that.
      COUNTED = 10_000
      FILTERS = %w[q kind mix fault from to].freeze
      # Batches in a file.
      MOST_IN_A_FILE = 50_000

      attr_reader :asked, :problems, :page

      # @param typed [Hash{String=>Object}]
      def initialize(typed)
        @asked = FILTERS.to_h { |name| [name, typed[name].is_a?(String) ? typed[name].strip[0, LONGEST] : ""] }
        @page = typed["page"].to_s.match?(/\A\d{1,6}\z/) ? typed["page"].to_i.clamp(1, MOST_PAGES) : 1
        @problems = {}
        @days = %w[from to].to_h { |name| [name, day(name)] }
      end

      # @return [Array<Entry>] the latest first, and one more where there is a next page
      def entries
        @entries ||= chosen.order(at: :desc, id: :desc).offset((page - 1) * PAGE).limit(PAGE + 1).to_a
      end

      def shown
        entries.first(PAGE)
      end

      def more?
        entries.size > PAGE
      end

      # @return [Integer] up to COUNTED
      def count
        @count ||= chosen.limit(COUNTED).count
      end

      def none_at_all?
        !Entry.exists?
      end

      # Batches among them, for a file.
      # @return [ActiveRecord::Relation]
      def batches
        Batch.where(id: chosen.where(kind: "batch").select(:batch_id)).order(:met_at, :id).limit(MOST_IN_A_FILE)
      end

      # @return [Array<String>] mixes that have lines
      def mixes
        Entry.values_of("mix")
      end

      # @return [Array<String>] signs that were found
      def faults
        Entry.values_of("fault")
      end

      # @return [String] query of another page, or of a file
      def query(**changes)
        told = asked.merge(changes.transform_keys(&:to_s)).reject { |_, value| value.to_s.empty? || value == 1 }
        Rack::Utils.build_query(told)
      end

      private

      def chosen
        found = Entry.all
        { "kind" => Entry::KINDS.keys, "mix" => nil, "fault" => nil }.each do |name, known|
          found = found.where(name => asked[name]) if !asked[name].empty? && (known.nil? || known.include?(asked[name]))
        end
        found = found.where(at: @days["from"].to_time.to_f..) if @days["from"]
        found = found.where(at: ...(@days["to"] + 1).to_time.to_f) if @days["to"]
        words.empty? ? found : found.where("entries.id IN (SELECT rowid FROM entry_words WHERE entry_words MATCH ?)", words)
      end

      # Each word as it begins, all of them.
      def words
        asked["q"].scan(/[[:alnum:]]+/).first(MOST_WORDS).map { |word| "\"#{word}\"*" }.join(" ")
      end

      def day(name)
        return if asked[name].empty?

        Date.iso8601(asked[name])
      rescue ArgumentError # what is too long is no Date::Error
        problems[name] = "must be a day, like 2026-11-30"
        nil
      end
    end
  end
end
