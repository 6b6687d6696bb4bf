# frozen_string_literal: true

require_relative "../base/errors"

module Dakren
  module Plan
    # Which task may be begun when others are done: in the order told, where they share a surface, and behind their gates.
    #
    #   Sequence.new(tasks).tasks           # => in an order that keeps every gate
    #   Sequence.new(tasks).before(task)     # => [tasks that come first]
    class Sequence
      # Gates that close a circle. ids: of the tasks in it.
      class Circle < StandardError
        attr_reader :ids

        def initialize(ids)
          @ids = ids
          super("gates in a circle: #{ids.join(", ")}")
        end
      end

      # @return [Array<TaskToPlace>] each behind all it waits for, and else in the order told
      attr_reader :tasks

      # @param tasks [Array<TaskToPlace>] in working order
      # @raise [Circle]
      def initialize(tasks)
        @told = tasks
        @by_id = tasks.to_h { |task| [task.id, task] }
        @tasks = []
        tasks.each { |task| visit(task, []) }
        @before = @tasks.each_with_index.to_h do |task, i|
          earlier = @tasks.first(i).select { |one| one.places.intersect?(task.places) || trimmed?(one, task) }
          [task.id, (gated(task) + earlier).uniq(&:id)]
        end
      end

      # @return [Array<TaskToPlace>] tasks all of whose coats must be on before this one begins
      def before(task)
        @before.fetch(task.id)
      end

      # Does nothing ever wait for anything but the one before it?
      def chain?
        @tasks.each_cons(2).all? { |one, two| before(two).any? { |other| other.id == one.id } }
      end

      private

      # Is the first trimmed while green, and the other a coat on an edge of the same part?
      def trimmed?(lower, task)
        lower.ends.each_key.any? { |name| lower.step(name).by } &&
          task.sides.each_value.any? { |part, side| side == :edge && lower.sides.each_value.any? { |other, _| other == part } }
      end

      def gated(task)
        task.gates.filter_map { |id, _| @by_id[id] }
      end

      def visit(task, trail)
        raise Circle, trail.drop(trail.index(task.id)) if trail.include?(task.id)
        return if @tasks.any? { |one| one.id == task.id }

        gated(task).each { |one| visit(one, trail + [task.id]) }
        @tasks << task
      end
    end
  end
end
