# frozen_string_literal: true

require_relative "sheet"
require_relative "tool"
require_relative "own_figure"
require_relative "own_step"
require_relative "appointment"

require_relative "findings"
require_relative "settings"
require_relative "tins"

module Dakren
  module Stores
    # What plans and pages read of the shop's own rows: its sheets, its tools, what it has weighed, its own steps. Asked once how they
    # stand, and read again only where one of them has changed since.
    #
    #   rows = ShopRows.now
    #   rows.stamp    # => changes when anything of the shop a plan hangs on does
    #   rows.tools    # => Document::ToolShelf
    class ShopRows
      # Each table, and what else tells that one of its rows is another: a weighing is never changed, so what they come to does; what is
      # in a tin is kept without a new time of change.
      TABLES = { "sheets" => "max(updated_at)", "tools" => "max(updated_at)", "own_figures" => "total(value)",
                 "appointments" => "total(from_at) || total(to_at)", "things" => "group_concat(sort)",
                 "own_steps" => "max(updated_at)", "settings" => "max(updated_at)",
                 "tins" => "total(level) || ' ' || total(level * id) || ' ' || total(gone_at) || ' ' || max(updated_at)" }.freeze
      # How each table stands: how many rows, the last of them, and that.
      STANDS = "SELECT #{TABLES.map do |table, told|
        "(SELECT count(*) || ' ' || coalesce(max(id), 0) || ' ' || coalesce(#{told}, '') FROM #{table})"
      end.join(", ")}, #{Findings::STANDS}".freeze
      # Of these shops of late.
      KEPT = Memo.new(4)

      class << self
        # @return [ShopRows] as they stand now
        def now
          stands = ActiveRecord::Base.with_connection { |connection| connection.select_rows(STANDS) }.first
          KEPT.recall(stands) { new(stands) }
        end
      end

      # What plans hang on: a step of the builder's own is in the job that has it.
      # @return [Array<String>]
      attr_reader :stamp

      # @param stands [Array<String>] of each of TABLES
      def initialize(stands)
        @stamp = [*stands.first(5), stands.last].freeze
        @tins = !stands[TABLES.keys.index("tins")].start_with?("0 ")
        @own_steps = {}
      end

      # @return [Settings] to be read only
      def settings
        @settings ||= Settings.shop.tap(&:readonly!)
      end

      # How much there is of each material.
      # @return [Hash] see Tins.levels
      def levels
        @levels ||= Tins.levels.freeze
      end

      # Are any tins kept at all?
      def tins?
        @tins
      end

      # Has a job, or one of its batches, given the shop a figure of its own?
      def own_of?(job)
        sums.any? { |_, _, of, *| of == job }
      end

      # @return [Array<Sheet>] of the shelf, in order
      def sheets
        @sheets ||= Sheet.in_order.to_a.freeze
      end

      # @param id [Integer]
      # @return [Sheet, nil]
      def sheet(id)
        (@by_id ||= sheets.to_h { |one| [one.id, one] }.freeze)[id]
      end

      # @return [Document::ToolShelf]
      def tools
        @tools ||= Tool.shelf
      end

      # @param except_job [Integer, nil] whose own batches do not count
      # @return [Work::Own]
      def own(except_job = nil)
        except_job = nil unless own_of?(except_job)
        (@own ||= {})[except_job] ||= OwnFigure.of_shop(except_job: except_job, sums: sums)
      end

      # When appointments keep the shop from its work.
      # @return [Array<Array(Time, Time)>]
      def appointments
        @appointments ||= Appointment.taken
      end

      # What was found wrong of late, the latest first.
      # @return [Array<Findings::Found>]
      def findings
        @findings ||= Findings.late.freeze
      end

      # Steps of the builder's own used last.
      # @param list [String] of Document::OwnSteps::LISTS
      # @return [Array<OwnStep>]
      def own_steps(list)
        @own_steps[list] ||= OwnStep.usual(list)
      end

      # What may be chosen of the shelf, resin by resin: id and words.
      # @return [Hash{String=>Array<Array(String, String)>}]
      def sheet_choices
        @sheet_choices ||= sheets.reject(&:retired).group_by(&:resin).transform_values do |records|
          records.map do |one|
            [one.id.to_s, "#{one.name}, #{Check.plain(one.ratio_resin)} : #{Check.plain(one.ratio_hardener)} by #{one.ratio_by}"]
          end
        end
      end

      private

      def sums
        @sums ||= OwnFigure.sums.freeze
      end
    end
  end
end
