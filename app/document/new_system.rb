# frozen_string_literal: true

module Dakren
  module Document
    # A resin system as it is told in passing: its name, its ratio and its pot life; the rest of its data sheet may follow.
    class NewSystem
      RATIO = %r{\A\s*(\d+(?:[.,]\d+)?)\s*(?::|/|to)\s*(\d+(?:[.,]\d+)?)\s*\z}

      # @return [String, nil] what is wrong with it
      attr_reader :complaint

      # @param params [Hash] the form: new_name_c1, new_ratio_c1, new_by_c1, new_pot_c1 @param id [String] of the task
      # @param system [String] of the page @param purposes [Array<Symbol>] what the work asks
      # @yieldparam resin [String] @yieldparam hardener [String] @yieldreturn [Boolean] are they on the shelf already?
      def initialize(params, id, system, purposes, &shelved)
        @shelved = shelved
        @name, @ratio, @by, @pot = %w[name ratio by pot].map { |key| params["new_#{key}_#{id}"].to_s.strip }
        @by = "weight" if @by.empty?
        @purposes = purposes
        @system = system
        @complaint = wrong.any? ? "Resin system: #{wrong.join("; ")}." : nil
      end

      # @return [Hash] of the record
      def columns
        form.columns
      end

      private

      # Everything that is wrong, at once.
      # @return [Array<String>]
      def wrong
        found = [("name must be given" if @name.empty?), ("mix ratio must be like 2 : 1 or 100 : 30" unless RATIO.match?(@ratio))].compact
        found += form.problems.map { |field, says| "#{SheetForm::FIELDS[field]&.label&.downcase || field} #{says}" } if RATIO.match?(@ratio)
        return found if found.any? || !@shelved.call(*form.columns.values_at(:resin, :hardener))

        ["that resin has that hardener on the shelf already"]
      end

      def form
        @form ||= begin
          parts = RATIO.match(@ratio)
          resin, hardener = @name.split(%r{\s*[+/]\s*}, 2)
          SheetForm.new({ "resin" => resin, "hardener" => hardener || "its hardener", "ratio_by" => @by, "ratio_resin" => parts[1],
                          "ratio_hardener" => parts[2], "pot_life_min" => @pot, "purposes" => @purposes.map(&:to_s) }, @system)
        end
      end
    end
  end
end
