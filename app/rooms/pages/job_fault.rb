# frozen_string_literal: true

module Dakren
  module Rooms
    # "Something wrong with it?" asked of a whole job: its batches to look at, and what its plan knows where none was mixed at the bench.
    class JobFault
      attr_reader :fault

      # @param record [Stores::Job] @param desk [Document::JobDesk] @param typed [Hash{String=>String}]
      # @param batches [Array<Stores::Batch>] whose parts met
      def initialize(record, desk, wording, typed, batches, zone)
        @record = record
        @desk = desk
        @wording = wording
        @batches = batches
        @zone = zone
        found = Stores::Event.where(job_id: record.id, kind: "found").order(:number).map { |event| event.data.transform_keys(&:to_sym) }
        @fault = RecordFault.new("/book/jobs/#{record.id}", wording, typed, found) { |told| { **planned, **told } }
      end

      # @return [Array<Array(String, String, String)>] address, name and when
      def batches
        @batches.map do |batch|
          ["/book/batches/#{batch.id}#wrong", batch.name.delete_prefix("#{@record.title(80)}, ").sub(/\A./, &:upcase),
            @wording.dates.moment(@zone.at(batch.met_at))]
        end
      end

      private

      def planned
        coat = @desk.coats.first
        coat ? Faults::Planned.conditions(@desk.made, coat) : {}
      end
    end
  end
end
