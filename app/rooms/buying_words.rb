# frozen_string_literal: true

module Dakren
  module Rooms
    # For which jobs something is to be bought, as an address says it.
    module BuyingWords
      MOST_JOBS = 200

      # Jobs whose plans are looked at for all that they take.
      MOST_TAKEN = 20

      # @return [Array<Integer>]
      def jobs_asked
        list = typed["jobs"]
        (list.is_a?(Array) ? list : []).grep(/\A\d{1,15}\z/).map(&:to_i).uniq.first(MOST_JOBS)
      end

      # @param form [Document::GoodsForm, nil] what is there, as it was typed and not taken
      # @return [TakesPage]
      def takes_page(form: nil)
        jobs = Stores::Job.where(id: jobs_asked.first(MOST_TAKEN), template: false).order(:first_at, :id).to_a
        with_plans = jobs.map { |job| [job, Stores::Planning.new(settings_row, job_id: job.id).desk_of(job.document)] }
        TakesPage.new(with_plans, settings_row, wording, zone: zone, form: form, asked: jobs_asked.size)
      end

      # @return [BuyPage]
      def buy_page
        chosen = jobs_asked
        BuyPage.new(Stores::Buying.new(chosen.empty? ? nil : chosen), settings_row, wording, zone: zone, chosen: chosen)
      end
    end
  end
end
