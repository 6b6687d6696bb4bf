# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/errors"
require_relative "../base/check"
require_relative "../measure/units"

module Dakren
  # What a sheet says of the work besides ratio, times and temperature; nil where it does not say.
  #
  # A property is one line: its label, its unit (measure: the units it may be typed in; metric, us: what a bare number means; unit: the
  # core's own, as complaints tell it), its range, and what a blend of sheets keeps of it: the largest or the smallest of those
  # told, the smallest where every sheet tells it (:smallest_of_all), or nothing.
  class WorkLimits
    Property = Value.define(:name, :label, :measure, :metric, :us, :unit, :allowed, :blend, hint: nil, fallback: nil)
    U = Measure::Units

    # @return [Property]
    def self.property(name, label, unit, allowed, blend, hint: nil, fallback: nil)
      measure, metric, us = { "mm" => [U::LENGTH, :mm, :mil], "%" => [U::PERCENT, :%, :%], "g/m²" => [U::COVER, :"g/m2", :"oz/yd2"],
                              "ml" => [U::VOLUME, :ml, :"fl oz"],
                              "min" => [U::TIME, :h, :h], "°C an hour" => [U::WARMING, :"C/h", :"F/h"],
                              "°C" => [U::TEMPERATURE, :C, :F] }.fetch(unit)
      Property.new(name: name, label: label, measure: measure, metric: metric, us: us, unit: unit, allowed: allowed, blend: blend,
        hint: hint, fallback: fallback)
    end
    private_class_method :property

    ALL = [
      property(:thinnest_film_mm, "Thinnest coat", "mm", 0.005..500, :largest),
      property(:thickest_film_mm, "Thickest coat", "mm", 0.005..500, :smallest),
      property(:stage_coat_mm, "Stage times hold for a coat of", "mm", 0.05..500, :smallest, hint: "empty: as thin as paper"),
      property(:solids_vol_pct, "Solids by volume", "%", 5..100, :smallest_of_all, hint: "what stays of a wet film once it is dry"),
      property(:thinner_most_pct, "Thinner, at most", "%", 0..50, :smallest_of_all, hint: "by volume; empty: none allowed"),
      property(:grain_most_g_m2, "Most anti-slip", "g/m²", 0..6000, :smallest_of_all),
      property(:moisture_most_pct, "Moisture of the work, at most", "%", 0..100, :smallest, fallback: 8),
      property(:pack_ml, "Pack, A and B together", "ml", 1..1_000_000, :nothing),
      property(:service_c, "Can take in service, as cured", "°C", 20..300, :smallest),
      property(:service_cured_c, "Can take after a post-cure", "°C", 20..300, :smallest),
      property(:cure_c, "Maker's warm cure, at", "°C", 20..300, :nothing, hint: "what makes it take that"),
      property(:cure_min, "held for", "min", 10..20_160, :nothing),
      property(:cure_ramp_c_h, "brought up by", "°C an hour", 1..200, :nothing, fallback: 10),
      property(:cure_most_c, "Never cured warmer than", "°C", 20..300, :smallest),
      property(:store_from_c, "Stored no colder than", "°C", -30..40, :largest),
      property(:store_to_c, "Stored no warmer than", "°C", 0..60, :smallest)
    ].to_h { |one| [one.name, one] }.freeze

    attr_reader(*ALL.keys)

    # @return [Array<Symbol>] parts of the value
    def self.members
      ALL.keys
    end

    # @raise [InputError]
    def initialize(**given)
      unknown = given.keys - ALL.keys
      raise ArgumentError, "unknown limits #{unknown.join(", ")}" unless unknown.empty?

      ALL.each { |name, one| instance_variable_set("@#{name}", Check.optional(name, given[name], one.allowed, one.unit)) }
      if thinnest_film_mm && thickest_film_mm && thinnest_film_mm > thickest_film_mm
        raise InputError.new(:thickest_film_mm, "must not be below the thinnest film")
      end

      freeze
    end

    # What a blend of several sheets allows: never more than any of them.
    # @param limits [Array<WorkLimits>]
    # @return [WorkLimits]
    def self.blended(limits)
      new(**ALL.to_h { |name, one| [name, kept(one.blend, limits.map { |each| each.public_send(name) })] })
    end

    def self.kept(rule, values)
      told = values.compact
      case rule
      when :largest then told.max
      when :smallest then told.min
      when :smallest_of_all then told.size == values.size ? told.min : nil
      end
    end
    private_class_method :kept

    # @return [Hash{Symbol=>Float}] what is told
    def to_h
      ALL.keys.to_h { |name| [name, public_send(name)] }.compact
    end
  end
end
