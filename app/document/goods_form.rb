# frozen_string_literal: true

require_relative "typed_form"

module Dakren
  module Document
    # How much of what a load list names is there, as it is typed: a figure each, in its own unit.
    class GoodsForm
      include TypedForm

      U = Measure::Units
      UNITS = { count: [U::NUMBER, nil, nil], g: [U::MASS, :g, :oz], ml: [U::VOLUME, :ml, :"fl oz"], m2: [U::AREA, :m2, :ft2] }.freeze
      KINDS = { g: :mass, ml: :volume, m2: :area }.freeze
      MOST = (0..1_000_000)

      # @return [Array<Array(String, Symbol, Float)>] name, unit and amount of what was typed
      attr_reader :told

      # @param typed [Hash{String=>Object}] there: by the place of an item in its list @param items [Array<Dakren::Stock::LoadList::Item>]
      def initialize(typed, items, wording)
        @typed = typed["there"].is_a?(Hash) ? typed["there"] : {}
        @wording = wording
        @problems = {}
        @told = items.each_with_index.filter_map { |item, i| read(item, i.to_s) }
      end

      private

      def read(item, place)
        text = value(place).strip
        return if text.empty?

        units, metric, us = UNITS.fetch(item.unit)
        bare = @wording.us?(KINDS[item.unit]) ? us : metric if metric
        [item.key, item.unit, Measure::Typed.read(text, field: place, units: units, bare: bare, allowed: MOST).to_f.round(3)]
      rescue InputError => e
        problems[place] = e.allowed
        nil
      end
    end
  end
end
