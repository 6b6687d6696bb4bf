# frozen_string_literal: true

module Dakren
  module Rooms
    # The head of a job's page: what it is called and how it stands, what the last change moved, what another device changed.
    class JobHead
      WORDS_OF_OTHERS = 60

      # @param record [Stores::Job] @param desk [Document::JobDesk] @param form [JobForm]
      # @param moved [Array<String>] what the last change moved
      # @param both [Hash{String=>Object}] what two devices changed, and what the other one put there
      # @param complaint [String, nil] why what was pressed was not done
      def initialize(record, desk, form, moved: [], both: {}, complaint: nil)
        @record = record
        @desk = desk
        @form = form
        @moved = moved
        @both = both
        @complaint = complaint
      end

      # @return [String, nil]
      attr_reader :complaint

      def title
        @desk.name.strip.empty? ? "New job" : @desk.name[0, Document::JobDesk::NAME_LONGEST]
      end

      def name
        @form.field("name", placeholder: "Name this job", quiet: true, css: "bare-field")
      end

      # How the job stands, sent at once by a form of its own.
      def state
        Control.new(name: "state", label: "Status", quiet: true, value: @record.state, choices: Stores::Job::STATES.to_a,
          more: { "form" => "job-state", "@change" => "$event.target.form.requestSubmit()" })
      end

      def done?
        @record.state == "done"
      end

      def template_word
        @record.template ? "no longer a template" : "save as template"
      end

      # @return [String, nil]
      def moved
        @moved.any? ? @moved.join(" · ") : nil
      end

      # What was changed on another device as well: whose field, and what the other put there.
      # @return [Array<Array(String, String)>]
      def notices
        @both.map do |key, theirs|
          other = theirs.is_a?(Array) ? "" : Document::AsTyped.kept(theirs).typed[0, WORDS_OF_OTHERS]
          [Document::Fields.of(key)&.label || key.capitalize, other.empty? ? "" : ", to “#{other}”"]
        end
      end
    end
  end
end
