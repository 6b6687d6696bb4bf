# frozen_string_literal: true

require_relative "room"

module Dakren
  module Rooms
    # Find: any job, sheet, tin, cup or lot by a piece of its name.
    class Find < Room
      at "/find"

      MOST = 30

      get "/" do
        @title = "Find"
        @wanted = word("q").strip[0, 100]
        @found = @wanted.empty? ? {} : { "Jobs" => jobs, "Resin systems" => sheets, "Tins" => tins, "Batches at the bench" => cups }
        erb :find
      end

      helpers do
        def pattern
          "%#{Stores::Base.sanitize_sql_like(@wanted)}%"
        end

        def jobs
          Stores::Job.kept.where("name LIKE ?", pattern).latest.limit(MOST).map { |job| ["/jobs/#{job.id}", job.title] }
        end

        def sheets
          Stores::Sheet.where("resin || ' + ' || hardener LIKE ?", pattern).in_order.limit(MOST).map do |sheet|
            ["/stock/#{sheet.id}", sheet.name]
          end
        end

        # By their lot.
        def tins
          Stores::Tin.where("lot LIKE ?", pattern).in_order.limit(MOST).map { |tin| ["/stock/tins/#{tin.id}", "#{tin.name}, #{tin.called}"] }
        end

        # By name, or by a lot noted when the tins were taken.
        def cups
          Stores::Batch.where("name LIKE :wanted OR lots LIKE :wanted", wanted: pattern).order(id: :desc).limit(MOST).select(:id, :name)
            .map { |batch| ["/bench/#{batch.id}", batch.name] }
        end
      end
    end
  end
end
