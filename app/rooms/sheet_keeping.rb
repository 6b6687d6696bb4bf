# frozen_string_literal: true

module Dakren
  module Rooms
    # A data sheet of the shelf, as the rooms that show it find it.
    module SheetKeeping
      # @return [Stores::Sheet] or the page that says there is none
      def find(id)
        Stores::Sheet.find_by(id: id) || not_found
      end

      # @param record [Stores::Sheet]
      # @return [Sheet, nil] nil where its figures conflict
      def core(record)
        Stores::Shelf.core(record)
      rescue InputError
        nil
      end
    end
  end
end
