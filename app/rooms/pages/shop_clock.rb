# frozen_string_literal: true

module Dakren
  module Rooms
    # What this shop learned of one resin system, as its page and its records show it.
    class ShopClock
      # Batches it lists.
      MOST = 30
      # A pot test where the sheet tells none: usual figures.
      USUAL_POT_G = 100.0
      Log = Value.define(:address, :name, :when, :words, :counts, :why)

      # @param record [Stores::Sheet]
      def initialize(record, wording, zone)
        @record = record
        @wording = wording
        @zone = zone
        @plain = Document::SheetNumbers.build(record.attributes.transform_keys(&:to_sym).except(:shop))
        @here = Document::SheetNumbers.build(record.attributes.transform_keys(&:to_sym))
      rescue InputError
        @plain = nil
      end

      # Is there anything to show?
      def any?
        !@plain.nil? && !@plain.silent? && lessons.any?
      end

      def learned?
        !@here.shop.nil?
      end

      def counts?
        @record.learns
      end

      attr_reader :record

      # @return [String] "100 g at 23 °C: data sheet 28 min; here 25 (23 to 27), 9 batches"
      def says
        return unless learned? && @here.shop.cups.positive?

        told = @plain.mix.usable_band(**test).middle
        band = @here.mix.usable_band(**test)
        return if told.nil? || band.middle.nil? || band.late.nil?

        "#{grams(test[:mass_g])} at #{degrees(test[:start_c])}: data sheet #{@wording.minutes(told)}; here " \
          "#{@wording.minutes(band.middle)} (#{@wording.span(band.early, band.late)}), #{taught}"
      end

      # @return [String] of films
      def films_say
        return unless learned? && @here.shop.films.positive?

        share = @here.mix.reaction.pace(@here.clock.reference_temp_c)
        "As a film at #{degrees(@here.clock.reference_temp_c)} it goes #{faster(share)}, #{counted(@here.shop.films, "stage")} seen."
      end

      # What would narrow it most: stages that are only usual hurt most, and come first.
      # @return [String, nil]
      def narrows
        return "Nobody noted here when its test dab turns #{assumed}: that would help the next plan most." if assumed

        found = learned? ? Cure::NextLog.best(@here.mix) : nil
        found && "One batch of about #{grams(found.mass_g)} timed at #{degrees(found.temp_c)} would narrow it most."
      end

      # Stages the sheet does not tell, as seen here.
      # @return [Array<String>]
      def stages_say
        (@record.learned || {}).fetch("noted", {}).filter_map do |name, ages|
          stage = Cure::STAGES.find { |one| one.name.to_s == name }
          "#{stage.label}: not on the data sheet, seen here #{counted(ages.size, "time")}" if stage && ages.any?
        end
      end

      # @return [String, nil] SVG; nil where no cup's end was seen
      def drawing
        return if lessons.none? { |_, lesson, _| lesson.ended }

        Drawings::ShopPlot.new(@here, @plain, lessons.map { |_, lesson, aside| [lesson, aside.empty?] }, usual_c, @wording).to_s
      end

      # @return [Array<Log>]
      def logs
        lessons.first(MOST).map do |batch, lesson, aside|
          Log.new(address: "/book/batches/#{batch.id}", name: batch.name,
            when: @wording.dates.day(@zone.at(batch.met_at || batch.created_at)),
            words: words(lesson), counts: aside.empty?, why: aside)
        end
      end

      private

      # The first stage its data sheet does not tell, and nobody noted.
      def assumed
        noted = (@record.learned || {}).fetch("noted", {})
        { "recoat_opens" => "tacky", @here.hard_stage.to_s => "hard" }.find do |name, _|
          @here.assumed_stage?(name.to_sym) && noted[name].nil?
        end&.last
      end

      def lessons
        @lessons ||= Stores::Learned.teaching(@record.resin, @record.hardener).limit(MOST)
          .select(:id, :name, :lesson, :aside, :met_at, :created_at).map do |batch|
          [batch, Dakren::Bench::Lesson.read(batch.lesson),
            batch.aside]
        end
      end

      def test
        temp = @plain.clock.reference_temp_c
        { mass_g: @plain.clock.pot_life_min ? @plain.clock.pot_mass_g : USUAL_POT_G, start_c: temp, room_c: temp }
      end

      # Where most of its batches were.
      def usual_c
        temps = lessons.map { |_, lesson, _| lesson.cup[:start_c] }.sort
        temps[temps.size / 2].round
      end

      def taught
        counted(@here.shop.cups, "batch", "batches")
      end

      def counted(number, one, many = "#{one}s")
        "#{number} #{number == 1 ? one : many}"
      end

      def faster(share)
        pct = ((share - 1).abs * 100).round
        return "as the data sheet says" if pct < 2

        "#{pct} % #{share > 1 ? "faster" : "slower"} than the data sheet says"
      end

      def grams(value)
        @wording.show(Quantity.new(value: value, unit: :g))
      end

      def millimetres(value)
        @wording.show(Quantity.new(value: value, unit: :mm))
      end

      def degrees(value)
        @wording.show(Quantity.new(value: value, unit: :c))
      end

      def words(lesson)
        ended = lesson.ended && "#{Dakren::Bench::Afterwards::ENDS.fetch(lesson.ended)} after #{@wording.minutes(lesson.ended_min)}"
        stages = lesson.stages.map do |name, minutes|
          "#{Cure::STAGES.find { |one| one.name == name }.label} after #{@wording.minutes(minutes)}"
        end
        ["#{grams(lesson.cup[:mass_g].round)} at #{degrees(lesson.cup[:start_c])}", ended,
          lesson.peak_c && "#{degrees(lesson.peak_c)} hot",
          lesson.pour_c && "#{degrees(lesson.pour_c)} hot in a pour of #{millimetres(lesson.bed.depth_mm)}",
          *stages].compact.join(", ")
      end
    end
  end
end
