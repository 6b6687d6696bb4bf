# frozen_string_literal: true

module Dakren
  module Rooms
    # What a task bears in service, and whether it is cured warm enough for that. Part of a ticket's page.
    module TicketService
      # What it bears in service, where that was asked: whether it is enough, and the sentences.
      # @return [Array(Boolean, String, String), nil]
      def service
        cure = planned? && ticket.told.service_of(@desk.room, plan) or return
        bears = "At this cure it withstands #{show(cure.bears_c, :c)}#{" only" unless cure.enough?}."
        [cure.enough?, bears, [too_cool(cure), (post_cure(cure) if cure.warm_cure),
          (if cure.assumed?
             "Assumed (not on the data sheet): #{@wording.local("the warmest it cured at, 10 °C more")}."
           end)].compact.join(" ")]
      end

      private

      # A warm cure that does not reach the hottest it will be.
      def too_cool(cure)
        return unless cure.too_cool?

        "That warm cure is cooler than the #{show(ticket.told.service_c, :c)} it gets in service: it may soften there. Cure it warmer."
      end

      def post_cure(cure)
        at, ramp, soak = cure.post_cure
        at && "A post-cure is planned: up by #{@wording.local("#{Check.plain(cure.warm_cure.ramp_c_h)} °C an hour")} in " \
              "#{@wording.minutes(ramp)}, then #{@wording.minutes(soak)} at #{show(at, :c)}."
      end
    end
  end
end
