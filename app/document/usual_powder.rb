# frozen_string_literal: true

require_relative "job_document"
require_relative "part"

module Dakren
  module Document
    # Work that is usually thickened takes no powder where the mix is a paste or a putty as it is sold: that is noted with the task as the
    # resin system is chosen, where nobody said otherwise, and goes again with it.
    #
    #   UsualPowder.new(->(id) { sheet }).settled(document, before)
    class UsualPowder
      STIFF = %i[paste putty].freeze
      NONE = "none"

      # @param sheets [#call] from an id to a core Sheet or nil
      def initialize(sheets)
        @sheets = sheets
      end

      # @param document [Hash] as it is to be kept @param before [Hash] as it was
      # @return [Hash]
      def settled(document, before)
        JobDocument.ids(document, "tasks").reduce(document) do |made, id|
          part, was = [made, before].map { |one| Part.of(one, id) }
          mixed(part) == mixed(was) ? made : powdered(made, part, was)
        end
      end

      private

      # What is mixed, and for which work.
      def mixed(part)
        [part.text("sheet"), part.text("kind")]
      end

      def powdered(document, part, was)
        return document unless thickened?(part)
        return (part["powder"].nil? ? part.with("powder" => NONE) : document) if stiff?(part)

        part["powder"] == NONE && was["powder"] == NONE && stiff?(was) ? part.without("powder") : document
      end

      # Is it work that powder goes into where nobody says otherwise?
      def thickened?(part)
        kind = Work::Kinds::ALL[part.text("kind").to_sym]
        !kind.nil? && kind.inputs.include?(:powder) && kind.default(:powder) != NONE
      end

      def stiff?(part)
        id = part.text("sheet")
        !id.empty? && STIFF.include?(@sheets.call(id)&.looks)
      rescue InputError
        false
      end
    end
  end
end
