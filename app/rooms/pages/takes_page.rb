# frozen_string_literal: true

require_relative "tin_words"

module Dakren
  module Rooms
    # What chosen jobs take: resin and hardener coat by coat with what they cost, and all that is carried along.
    class TakesPage
      include TinWords

      # A coat: what, A and B of it, what it cost or will cost, and that for a square metre.
      Coat = Value.define(:label, :a, :b, :cost, :per_m2)
      # A job: address, title, coats, what all of it costs and where the prices are from.
      Job = Value.define(:address, :title, :coats, :sum, :says)
      UNITS = { g: "g", ml: "ml" }.freeze

      # One thing: how much of it, what, how much is there and what is wrong with that, and what is still to be got.
      Thing = Value.define(:amount, :words, :field, :lacks)

      # @param jobs [Array<Array(Stores::Job, Document::JobDesk)>]
      # @param form [Document::GoodsForm, nil] what is there, as it was typed and not taken @param asked [Integer] jobs that were asked for
      def initialize(jobs, settings, wording, zone:, form: nil, asked: 0)
        @form = form
        @asked = asked
        @jobs = jobs
        @settings = settings
        @wording = wording
        @zone = zone
      end

      def empty?
        @jobs.empty?
      end

      # Were more jobs asked for than are looked at?
      # @return [String, nil]
      def more
        "Only the first #{@jobs.size} of these #{@asked} jobs are told: choose fewer at once." if @asked > BuyingWords::MOST_TAKEN
      end

      # For whom it is, as an address says it.
      def query
        "?#{@jobs.map { |job, _| "jobs[]=#{job.id}" }.join("&")}"
      end

      # @return [Array<Job>]
      def jobs
        @jobs.map do |record, _|
          coats = Stores::Costs.of_job(record)
          whole = Stores::Costs.sum(coats.map { |coat| cost_of(coat) })
          Job.new(address: "/jobs/#{record.id}", title: record.title(60), coats: coats.zip(events(record)).map { |one| coat(*one) },
            sum: whole && money(whole.amount), says: whole&.amount && Stores::Costs::WORDS.fetch(whole.from))
        end
      end

      # What is counted and weighed.
      # @return [Array<Dakren::Stock::LoadList::Item>]
      def counted
        items.select(&:amount)
      end

      # @return [Array<Thing>]
      def things
        there = Stores::Good.there
        counted.each_with_index.map do |item, i|
          is = there[item.key]
          lacks = item.amount - Exact.of(is || 0)
          Thing.new(amount: amount(item, item.amount), words: item.unit == :count ? plural(item) : called(item),
            field: field_of(item, i.to_s, is), lacks: lacks.positive? ? amount(item, lacks) : nil)
        end
      end

      # Which jobs these are.
      # @return [Array<Integer>]
      def ids
        @jobs.map { |job, _| job.id }
      end

      # What is simply to be there.
      # @return [Array<String>]
      def ready
        items.reject(&:amount).map { |item| @wording.local(item.name) }
      end

      private

      def items
        @items ||= Dakren::Stock::LoadList.new(@jobs.flat_map { |_, desk| desk.coats }).items
      end

      def events(record)
        (record.said["events"] || []).select { |event| event["batches"] }
      end

      def cost_of(coat)
        Stores::Costs.sum([coat.done, coat.to_come])
      end

      def coat(coat, event)
        cost = cost_of(coat)
        amounts = [1, 2].map { |i| held(event["batches"].sum { |row| row[i] }, event["unit"]) }
        several = event["of"].to_i > 1 || event["coat"] > 1
        Coat.new(label: several ? "#{coat.label} #{event["coat"]}" : coat.label, a: amounts[0], b: amounts[1], cost: money(cost&.amount),
          per_m2: cost&.amount && coat.m2.to_f.positive? ? money_per(cost.amount, coat.m2) : "")
      end

      # Of a square metre, or of a square foot where the shop has those.
      def money_per(amount, square_m)
        us = @wording.us?(:length)
        area = us ? Measure::Units.from_core(square_m, :ft2) : square_m
        "#{money(amount / area)}/#{us ? "sq ft" : "m²"}"
      end

      def amount(item, value)
        case item.unit
        when :count then value.ceil.to_s
        when :m2 then @wording.show(Quantity.new(value: value.to_f, unit: :m2))
        else held(value.to_f, item.unit.to_s)
        end
      end

      def field_of(item, place, there)
        typed = @form && !@form.value(place).empty? ? @form.value(place) : (there && amount(item, there)).to_s
        Control.new(name: "there[#{place}]", id: "there-#{place}", label: "#{called(item)}, there", quiet: true, value: typed,
          complaint: called(item), problem: @form&.problems&.fetch(place, nil))
      end

      def called(item)
        [item.name, (@wording.show(Quantity.new(value: item.areal_g_m2, unit: :"g/m2")) if item.areal_g_m2)].compact.join(" ")
      end

      def plural(item)
        words = @wording.local(item.name)
        return words if item.amount == 1

        return words.sub("pair", "pairs") if words.start_with?("pair of")

        "#{words}#{words.end_with?("brush") ? "es" : "s"}"
      end
    end
  end
end
