# frozen_string_literal: true

module Dakren
  module Rooms
    # A cup taken to the bench: from a plan, or without a job, with the form that asks for one.
    class OneOffCup
      extend Forwardable

      SHEETS = -> { [["", "choose from the shelf"], *Stores::Sheet.where(retired: false).in_order.map { |sheet| [sheet.id.to_s, sheet.name] }] }

      def_delegators :@form, :valid?, :problems

      # @param typed [Hash{String=>Object}]
      # @param system [String] unit system of the page
      # @param settings [Stores::Settings]
      def initialize(typed, system, settings)
        @system = system
        @form = Document::OneOff.new(typed, system, settings, tools: Stores::Tool.shelf,
          sheets: ->(id) { Stores::Sheet.find_by(id: id)&.then { |record| [record, Stores::Shelf.core(record)] } })
      end

      # @return [OneOffCup] as the form opens: temperatures from the thermometers where they were really measured
      def self.blank(settings, devices, wording)
        show = ->(temp) { Check.plain(Measure::Units.from_core(temp.to_f, wording.bare_temperature).round(1)) }
        room = devices.measured_c(:room) || settings.shop_temp_c
        tins = devices.measured_c(:tins)
        new({ "blank" => true, "room" => show.call(room), "tins" => tins ? show.call(tins) : "",
          "first" => settings.pour_first, "powder" => "", "method" => "scale" },
          wording.system, settings)
      end

      # @return [Array<Control>] what is asked
      def controls
        degrees = "°#{warm}"
        [input("amount", "How much", css: "wide", placeholder: if Words::Systems.us?(@system, :mass)
                                                                 "2 oz, 3 fl oz, 4 strokes"
                                                               else
                                                                 "60 g, " \
                                                                   "50 ml, 4 strokes, 6 drops"
                                                               end),
          listed("sheet", "Resin system", SHEETS.call), listed("method", "Measured by", @form.methods),
          listed("powder", "Powder", Document::OneOff::POWDERS), input("room", "Temperature here, #{degrees}")]
      end

      # @return [Array<Control>] what is seldom asked
      def more
        [input("tins", "Resin temperature, °#{warm}", placeholder: "as it is here"),
          listed("first", "Pour first", Document::OneOff::PARTS)]
      end

      # Is something wrong with what is seldom asked?
      def more_wrong?
        problems.key?("tins") || problems.key?("first")
      end

      # @return [Stores::Batch]
      def start
        Stores::Walks.start(sheet: @form.sheet, name: "One-off, #{@form.sheet.name}", **@form.recipe)
      end

      private

      def warm
        Words::Systems.us?(@system, :temperature) ? "F" : "C"
      end

      def input(name, label, **more)
        Control.new(name: name, label: label, value: @form.value(name), problem: problems[name],
          complaint: Document::OneOff::FIELDS[name], **more)
      end

      def listed(name, label, choices)
        Control.new(name: name, label: label, value: @form.value(name), choices: choices.to_a, problem: problems[name])
      end
    end
  end
end
