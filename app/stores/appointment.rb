# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # Something that keeps the whole shop from its work: a delivery, a visit, hours at which a site is shut. from_at, to_at: seconds of the
    # clock on the wall.
    class Appointment < Base
      include Seals::Sealed

      # Plans look no further back.
      PAST_S = 30 * 86_400

      scope :in_order, -> { order(:from_at, :id) }
      scope :between, ->(from, to) { where("to_at > ? AND from_at < ?", from.to_f, to.to_f).in_order }

      scope :coming, -> { where("to_at > ?", Now.wall - PAST_S).in_order }

      # @return [Array<Array(Time, Time)>] when nobody is at work for them
      def self.taken
        coming.pluck(:from_at, :to_at).map { |span| span.map { |at| Time.at(at) } }
      end
    end
  end
end
