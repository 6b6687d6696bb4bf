# frozen_string_literal: true

module Dakren
  module Records
    # A job as it was typed, and every state it has been in.
    class Job < Base
      serialize :document, coder: JSON
      has_many :revisions, -> { order(:number) }, class_name: "Dakren::Records::JobRevision", inverse_of: :job, dependent: :delete_all

      scope :latest, -> { order(updated_at: :desc, id: :desc) }

      # Writes a document as the next revision.
      # @param document [Hash] as Desk::JobDocument makes it
      def write(document)
        return if document == self.document && persisted? && revisions.exists?

        number = revisions.exists? ? revision + 1 : revision
        update!(document: document, name: document["name"].to_s, revision: number)
        revisions.create!(number: number, document: document)
      end

      # @return [Hash, nil] the document as it was at a revision
      def document_at(number)
        revisions.find_by(number: number)&.document
      end
    end

    # One state of a job; the newest is the job itself.
    class JobRevision < Base
      serialize :document, coder: JSON
      belongs_to :job, class_name: "Dakren::Records::Job"
    end
  end
end
