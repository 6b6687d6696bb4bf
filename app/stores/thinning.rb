# frozen_string_literal: true

module Dakren
  module Stores
    # Lets go of earlier states of jobs as they age: each edit of the last day stays, then the last of each hour of a week, then of each
    # day. What undo goes through stays linked; photographs nothing points at go after a month.
    module Thinning
      DAY_S = 86_400
      WEEK_S = 7 * DAY_S
      UNSEEN_S = 30 * DAY_S

      module_function

      # @param now [Time]
      # @return [Integer] how many states went
      def all(now = Time.now)
        worn = JobRevision.where(created_at: ...(now - DAY_S)).group(:job_id).having("count(*) > 1").pluck(:job_id)
        worn.sum { |id| Database.writing { Job.transaction { job(Job.find_by(id: id), now) } } }
      end

      # @param record [Job, nil]
      # @return [Integer] how many states of it went
      def job(record, now = Time.now)
        return 0 unless record

        states = JobRevision.states(record.revisions.to_a)
        stay = staying(states.map(&:first), now)
        gone = states.map(&:first).reject { |one| stay.include?(one.number) }
        return 0 if gone.empty?

        rewrite(states, stay)
        gone.size
      end

      # @param revisions [Array<JobRevision>] in order
      # @return [Set<Integer>] numbers of those that stay
      def staying(revisions, now)
        stay = Set[revisions.first.number, revisions.last.number]
        revisions.group_by { |one| slot(one, now) }.each { |slot, ones| stay.merge(slot ? [ones.last.number] : ones.map(&:number)) }
        stay.merge(revisions.select { |one| stay.include?(one.number) }.map(&:stands_for))
      end

      # nil for what stays as it is, else the hour or day it belongs to.
      def slot(one, now)
        age = now - one.created_at
        return if age < DAY_S

        one.created_at.utc.strftime(age < WEEK_S ? "%Y-%m-%d %H" : "%Y-%m-%d")
      end

      # What stays is kept anew against what stays before it; a parent that goes hands on to its own.
      def rewrite(states, stay)
        parents = states.to_h { |one, _| [one.number, one.parent] }
        staying, going = states.partition { |one, _| stay.include?(one.number) }
        JobRevision.where(id: going.map { |one, _| one.id }).delete_all
        last = nil
        staying.each_with_index do |(one, document), i|
          kept = (i % JobRevision::CHAIN).zero? ? { document: document, delta: nil } : changed(last, document)
          one.update!(parent: kept_parent(one, parents, stay), **kept)
          last = document
        end
      end

      def changed(before, document)
        { document: nil, delta: Document::Delta.pack(Document::Delta.between(before, document)) }
      end

      def kept_parent(one, parents, stay)
        parent = one.parent
        parent = parents[parent] until parent.nil? || stay.include?(parent)
        parent
      end

      # @return [Integer] how many photographs went
      def pictures(now = Time.now)
        old = Picture.where(created_at: ...(now - UNSEEN_S), batch_id: nil).pluck(:id, :job_id)
        unseen = old.group_by(&:last).flat_map { |job, ids| ids.map(&:first) - pointed_at(job) }
        Database.writing { Picture.where(id: unseen).delete_all }
      end

      # Photographs the job, any state undo can go back to, or its history shows.
      def pointed_at(job)
        record = Job.find_by(id: job) or return []
        documents = [record.wanted, *JobRevision.states(record.revisions.to_a).map(&:last)]
        [*documents.flat_map { |document| Document::JobDocument.pictures(document) }, *History.pictures(job)].uniq
      end
      private_class_method :staying, :slot, :rewrite, :changed, :kept_parent, :pointed_at
    end
  end
end
