# frozen_string_literal: true

require "digest"
require_relative "database"
require_relative "marks"
require_relative "seals"

module Dakren
  module Stores
    # A job as it was typed, and every state it has been in; what happened to it stands in the history (Marks), and is read with it.
    class Job < Base
      include Seals::Sealed

      serialize :document, coder: JSON
      has_many :revisions, -> { order(:number) }, class_name: "Dakren::Stores::JobRevision", inverse_of: :job, dependent: :delete_all

      # How a job stands, as the builder says or as its first cup shows.
      STATES = { "planned" => "planned", "under_way" => "under way", "done" => "done", "set_aside" => "set aside" }.freeze
      # States in which it still takes the crew's time.
      OPEN = %w[planned under_way].freeze

      # Those that are not in the bin, and were not.
      scope :kept, -> { where(state: STATES.keys) }
      scope :latest, -> { order(updated_at: :desc, id: :desc) }
      # Jobs whose summary is of another revision, or of a shop that has changed since.
      scope :stale, ->(stamp) { where("summary_of <> revision OR summary_stamp <> ?", stamp) }

      # The number of a job's last event; is it one that stands firm?
      LAST_EVENT = Arel.sql("(SELECT coalesce(max(number), 0) FROM events WHERE events.job_id = jobs.id)")
      FIRM = "SELECT 1 FROM jobs me WHERE me.id = :id AND me.firm_at = me.revision"

      # Those whose calendar is not written yet.
      scope :unwritten, -> { where(calendar: nil) }

      # Those that keep clear of others, and were planned before these moved.
      # @return [Array<Job>]
      def self.overtaken
        where(template: false, state: OPEN, keeps_clear: true).select(:id, :clear_of).reject { |job| job.clear_of == others_of(job.id) }
          .then { |found| where(id: found.map(&:id)) }
      end

      # Other open jobs, as far as one keeps clear of them: where jobs that keep clear of each other would chase each other for ever, one
      # that stands firm gives way only to those that were begun to be planned before it.
      # @param id [Integer, nil]
      # @return [ActiveRecord::Relation]
      def self.beside(id)
        where(template: false, state: OPEN).where.not(id: id)
          .where("NOT (jobs.keeps_clear AND jobs.id > :id AND EXISTS (#{FIRM}))", id: id || 0)
      end

      # When those are busy, in short.
      # @param id [Integer, nil]
      # @return [String]
      def self.others_of(id)
        short(beside(id).where.not(busy_digest: "").order(:id).pluck(:id, :busy_digest))
      end

      # From now on it gives way only to those before it, until it is changed.
      def stand_firm
        self.class.where(id: id).update_all("firm_at = revision")
      end

      def self.short(told)
        Digest::SHA256.hexdigest(JSON.generate(told))[0, 16]
      end

      # Keeps what its plan says.
      # @param said [Hash] see Summary @param stamp [String] of what it hangs on
      def summarise(said, stamp)
        clear = document["chain"] == "yes"
        first, over = said.values_at("first_at", "over_at").map { |seconds| seconds && Time.at(seconds) }
        @said = said
        text = JSON.generate(said)
        seal = Seals.of([text])
        SAID.keep([id, seal], said)
        self.class.where(id: id, revision: revision).update_all(summary: text, summary_of: revision, summary_stamp: stamp,
          first_at: first, over_at: over, calendar: nil, keeps_clear: clear, clear_of: clear ? self.class.others_of(id) : "",
          busy_digest: digest_of(said), summary_seal: seal, calendar_seal: nil)
        written(nil)
      end

      # Changes when others have to plan around it anew: when somebody is at it, and who.
      def digest_of(said)
        busy = said["busy"].to_a
        busy.any? ? self.class.short([busy, said["events"].to_a.map { |event| event["who"] }]) : ""
      end
      private :digest_of

      # @param text [String] iCalendar of what its plan says
      def keep_calendar(text)
        self.class.where(id: id, revision: revision).update_all(calendar: text, calendar_seal: Seals.of([text]))
        written(text)
      end

      def stale?(stamp)
        summary_of != revision || summary_stamp != stamp
      end

      # What plans said that were kept of late.
      SAID = Memo.new(20)

      # What the plan of one said.
      # @param seal [Integer] of that
      # @return [Hash{String=>Object}]
      def self.said_of(id, seal)
        SAID.known([id, seal]) || JSON.parse(where(id: id).pick(:summary))
      end

      # What its plan said when it was kept.
      # @return [Hash{String=>Object}]
      def said
        @said ||= JSON.parse(summary)
      end

      # @param most [Integer] characters
      # @return [String] what a job is called wherever it is named; one nobody has named by its work
      def title(most = 120)
        return name[0, most] unless name.to_s.strip.empty?

        work = has_attribute?("summary") && said["work"]
        work ? "Unnamed: #{work}"[0, most] : "Unnamed job"
      end

      # What is wanted, as it is kept.
      # @return [Hash]
      def wanted
        self[:document]
      end

      # The same with what was noted of it.
      # @return [Hash]
      def document
        return wanted unless persisted?

        @noted ||= untouched? ? {} : Marks.of(id)
        return wanted if @noted.empty?

        @whole = [wanted, wanted.merge(@noted)] unless @whole&.first.equal?(wanted)
        @whole.last
      end

      # One that is opened, with the number of its last event: of a job to which nothing has happened no more is asked.
      # @return [Job, nil]
      def self.opened(id)
        select(arel_table[Arel.star], LAST_EVENT.as("happened")).find_by(id: id)
      end

      # Writes in the writer's turn, where it is still as it was read. What stands there is asked for once.
      # @return [Boolean] false where it has changed since: nothing is written then
      def while_still
        stands = self.class.where(id: id).select(*Seals::Sealed.columns_of(self.class) - %w[document], LAST_EVENT.as("happened"))
        @stands = self.class.connection.select_one(stands.to_sql)
        @last_event = @stands&.fetch("happened")
        return false unless @stands && @stands["revision"] == revision

        yield
        true
      ensure
        @stands = nil
      end

      # The number of what happened to it last, by its batches too; 0 where nothing has.
      def last_event
        @last_event ||= Marks.last(id)
      end

      # Writes a document as the next revision; what of it is noted otherwise than it was goes into the history.
      # @param document [Hash] as Document::JobDocument makes it @param by [By]
      def write(document, by: By::NOBODY)
        before = newest
        return if document == self.document && persisted? && before

        keep(document, before, parent: before&.stands_for, by: by)
      end

      # Goes back to the state the present one was made from. That is a new revision itself: nothing is lost.
      def undo(by: By::NOBODY)
        before = earlier
        keep(before.state, newest, stands_for: before.number, by: by) if before
      end

      # Goes on to the state that was made from the present one last.
      def redo(by: By::NOBODY)
        after = later
        keep(after.state, newest, stands_for: after.number, by: by) if after
      end

      # What its plan said, where the disk has changed that: it is worked out anew.
      # @return [Integer] of how many jobs
      def self.heal
        worn = where.not(summary_seal: nil).reject { |job| Seals.of([job.summary]) == job.summary_seal } +
          where.not(calendar_seal: nil).reject { |job| Seals.of([job.calendar]) == job.calendar_seal }
        where(id: worn.map(&:id)).update_all(summary: "{}", summary_of: 0, calendar: nil, summary_seal: nil, calendar_seal: nil)
      end

      def reload(...)
        @newest = @noted = @whole = @last_event = @stands = nil
        @reloaded = true
        super
      end

      # Does it lie in the bin, or is it gone from there?
      def deleted?
        !STATES.key?(state)
      end

      # @return [JobRevision, nil] the state undo goes back to
      def earlier
        parent = standing&.parent
        parent && revisions.find_by(number: parent)
      end

      # @return [JobRevision, nil] the state redo goes on to
      def later
        now = newest&.stands_for
        now && revisions.where(parent: now).where("stands_for = number").last
      end

      # Is there a state to go back to, and one to go on to? Where one of them was thinned away its neighbour is linked instead.
      def earlier?
        !standing&.parent.nil?
      end

      def later?
        return false if newest.nil? || newest.stands_for == newest.number

        revisions.where(parent: newest.stands_for).where("stands_for = number").exists?
      end

      # The document as it was at a revision, or at the last before it that is still kept.
      # @return [Hash, nil]
      def document_at(number)
        return document if number == revision && !document_changed?

        revisions.where(number: ..number).last&.state
      end

      private

      # Was it opened before anything had happened to it?
      def untouched?
        !@reloaded && has_attribute?("happened") && self["happened"].zero?
      end

      # What is not written, as it stood at the beginning of this turn.
      def as_it_stands(columns)
        @stands && columns.all? { |name| @stands.key?(name) } ? @stands.slice(*columns) : super
      end

      def written(calendar)
        self.calendar = calendar
        clear_attribute_changes(%w[calendar])
      end

      # The revision kept last; nil before the first.
      def newest
        @newest = revisions.last if @newest.nil? || @newest.number != revision || @newest.job_id != id
        @newest
      end

      # The state the job stands in: the newest, or the one it was taken back to.
      def standing
        now = newest or return
        now.stands_for == now.number ? now : revisions.find_by(number: now.stands_for)
      end

      def keep(document, before, by:, parent: nil, stands_for: nil)
        number = before ? revision + 1 : revision
        wanted, marks = Marks.parted(document)
        noted = persisted? ? (@noted ||= Marks.of(id)) : {}
        # The last state that was kept is the job as it stands.
        stood = before && before.number == revision ? document_was : before&.wanted
        update!(document: wanted, name: wanted["name"].to_s, revision: number)
        # Counted anew, but where that was done in this very turn: much may have happened since this was read.
        last = @stands ? @last_event : Marks.last(id)
        @stands = nil
        @last_event = Marks.note(self, marks, before: noted, by: by, last: last)
        @noted = marks
        @whole = nil
        @newest = revisions.create!(number: number, parent: parent, stands_for: stands_for || number, noted: @last_event,
          **JobRevision.kept(wanted, before, stood))
      end
    end

    # One state of a job; the newest is the job itself. Kept is what changed since the state before; now and then the whole. What had been
    # noted by then is in the history up to the event that is numbered here.
    class JobRevision < Base
      include Seals::Sealed

      # So many are at most gone through to know one.
      CHAIN = 50

      serialize :document, coder: JSON
      belongs_to :job, class_name: "Dakren::Stores::Job"

      # How a state is kept.
      # @param document [Hash] @param before [JobRevision, nil] the one kept before it @param stood [Hash, nil] the document that tells
      # @return [Hash{Symbol=>Object}] columns
      def self.kept(document, before, stood)
        return { document: document, delta: nil } if before.nil? || (before.number % CHAIN).zero?

        { document: nil, delta: Document::Delta.pack(Document::Delta.between(stood, document)) }
      end

      # @return [Hash] the document as it was, with what was noted by then
      def state
        wanted.merge(Marks.of(job_id, upto: noted))
      end

      # @return [Hash] what was wanted then
      def wanted
        return document unless delta

        earlier = self.class.where(job_id: job_id)
        whole = earlier.where(delta: nil).where(number: ...number).maximum(:number)
        self.class.states(earlier.where(number: whole..number).order(:number)).last.last
      end

      # States one after another, each from the one before.
      # @param revisions [Enumerable<JobRevision>] in order, a whole one first
      # @return [Array<Array(JobRevision, Hash)>]
      def self.states(revisions)
        now = nil
        revisions.map do |one|
          now = one.delta ? Document::Delta.onto(now, Document::Delta.unpack(one.delta)) : one.document
          [one, now]
        end
      end
    end
  end
end
