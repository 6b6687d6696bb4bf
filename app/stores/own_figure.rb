# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # One weighing of the shop's own: what a tool kept, a surface drank, how fast a kind of work took the mix.
    class OwnFigure < Base
      include Seals::Sealed

      # @return [Work::Own] the mean of each with how many weighings stand behind it
      def self.of_shop
        Work::Own.new(group(:sort, :name).pluck(:sort, :name, Arel.sql("avg(value)"), Arel.sql("count(*)"))
          .to_h { |sort, name, mean, count| [[sort.to_sym, name], [mean, count]] })
      end
    end
  end
end
