# frozen_string_literal: true

module Dakren
  module Rooms
    # "Something wrong with it?" asked of a whole job or one coat of it: what its batches say of themselves, the one that tells most, and
    # what its plan knows where none was mixed at the bench.
    class JobFault
      # A coat of a job, as an address names it: "c1-2-1".
      Coat = Value.define(:task, :number, :section) do
        # @param text [String, nil]
        # @return [Coat, nil]
        def self.read(text)
          match = /\A(c\d{1,3})-(\d{1,2})-(\d{1,2})\z/.match(text.to_s)
          match && new(task: match[1], number: match[2].to_i, section: match[3].to_i)
        end

        # @param entry [Plan::Entry]
        def self.of(entry)
          new(task: entry.task.id, number: entry.number, section: entry.section)
        end

        def to_s
          "#{task}-#{number}-#{section}"
        end
      end

      # Batches that are asked what they know, the latest.
      MOST_ASKED = 12

      attr_reader :fault

      # @param record [Stores::Job] @param desk [Document::JobDesk] @param typed [Hash{String=>String}]
      # @param batches [Array<Stores::Batch>] whose parts met @param coat [Coat, nil] nil for all of it
      def initialize(record, desk, wording, typed, batches, zone, coat: nil)
        @record = record
        @desk = desk
        @wording = wording
        @coat = coat
        @batches = coat ? batches.select { |one| [one.task, one.coat, one.section] == coat.to_h.values } : batches
        @zone = zone
        @fault = RecordFault.new(address, wording, typed, found) { |told| told_by(told).last }
      end

      # Is there such a coat?
      def any?
        @coat.nil? || !entry.nil? || @batches.any?
      end

      def address
        ["/book/jobs/#{@record.id}", @coat].compact.join("/")
      end

      # @return [String] "Film coat 2 of 3", where one coat is asked
      def title
        label = @coat && (entry ? entry.label : "coat")
        label && "#{label.sub(/\A./, &:upcase)} #{@coat.number}#{", section #{@coat.section}" if @coat.section > 1}"
      end

      # @return [Array<Array(String, String)>] addresses and names of its coats, where all of it is asked
      def coats
        return [] if @coat || @desk.coats.size < 2

        @desk.coats.map { |one| ["/book/jobs/#{@record.id}/#{Coat.of(one)}", coat_name(one)] }
      end

      # @return [Array<Array(String, String, String)>] address, name and when
      def batches
        @batches.map { |batch| ["/book/batches/#{batch.id}#wrong", name(batch), @wording.dates.moment(@zone.at(batch.met_at))] }
      end

      # Which of its batches tells most of what is seen.
      # @return [Array(String, String), nil] address and name; nil where there is but one, or nothing is seen
      def witness
        batch = @fault.sign && @batches.size > 1 && told_by(@told || {}).first
        batch && ["/book/batches/#{batch.id}?seen=#{@fault.sign.name}#wrong", name(batch)]
      end

      # What of the coat is written down with what was found.
      # @return [Hash{Symbol=>String}]
      def marks
        sheet = (entry || @desk.coats.first)&.plan&.sheet
        { coat: @coat&.to_s, of: title, resin: sheet&.resin, hardener: sheet&.hardener }.compact
      end

      private

      def entry
        @entry ||= @desk.coats.find { |one| Coat.of(one) == @coat }
      end

      def coat_name(one)
        "#{one.label} #{one.number} of #{one.of}#{", section #{one.section}" if one.sections > 1}"
      end

      def name(batch)
        batch.name.delete_prefix("#{@record.title(80)}, ").sub(/\A./, &:upcase)
      end

      # What was found before: of this coat, or of all of it.
      def found
        Stores::Event.where(job_id: @record.id, kind: "found").order(:number).map { |event| event.data.transform_keys(&:to_sym) }
          .select { |data| @coat.nil? || data[:coat] == @coat.to_s }
      end

      # @return [Array(Stores::Batch, Hash)] the batch that tells most, nil where it is the plan, and what it says
      def told_by(told)
        @told = told
        (@told_by ||= {})[told] ||= begin
          all = @batches.first(MOST_ASKED).map { |batch| [batch, { **facts(batch), **told }] }
          all.empty? ? [nil, { **planned, **told }] : all.max_by { |_, facts| Faults::Look.new(@fault.sign.name, facts).weight }
        end
      end

      def facts(batch)
        (@facts ||= {})[batch.id] ||= Stores::Facts.of(batch, Stores::Walks.walk(batch), at: Stores::Now.now)
      end

      def planned
        coat = entry || @desk.coats.first
        coat ? Faults::Planned.conditions(@desk.made, coat) : {}
      end
    end
  end
end
