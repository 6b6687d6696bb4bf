# frozen_string_literal: true

module Dakren
  module Plan
    # A piece is turned over before its other face is begun. Part of an attempt.
    #
    # Rule: it is turned once everything on the face that is up can be handled, or, where it is laid onto points, while that is tacky; what
    # must be trimmed while green is trimmed first. Edges are reached either way up.
    module Turning
      SIDES = { top: "its upper face", under: "its underside", edge: "an edge", upright: "standing up, both sides free" }.freeze
      FACES = %i[top under].freeze
      # When it may be turned.
      TURNED = { handle: "once it can be handled", tacky: "while tacky, onto points" }.freeze

      private

      # Turns each part of the coat's task that lies the other way up.
      def turn
        faces = unit[0].sides.values.uniq
        faces.each do |part, side|
          # Who coats both faces at once has it standing.
          next if !FACES.include?(side) || FACES.all? { |face| faces.include?([part, face]) }

          turn_over(part, side) if @up.fetch(part, side) != side
          @up = @up.merge(part => side)
        end
      end

      def turn_over(part, side)
        lying = laid_on { |(other, its)| other == part && its == @up[part] }
        lying.map(&:task).uniq(&:id).each { |task| green(task) }
        edges = laid_on { |(other, its)| other == part && its == :edge }
        ready = [@from, *lying.map { |one| turnable(one) }, *edges.map { |one| frame.ages.opens(one) || one.done }].max
        own = unit[0]
        pieces = own.pieces_of(:flip, frame.turn_min) { slots.worked(ready, frame.turn_min, @busy, WorkSteps::ALL.fetch(:flip).need) }
        @busy += pieces
        @entries += step_entries(own, :flip, pieces, 0, why: pieces.first[0] > ready + 1 ? [:hours, ready] : nil, side: side)
        hold(pieces.last[1], "turn it over")
        lying.map(&:task).uniq(&:id).each { |task| @ended += [[task.id, :flip]] }
      end

      def turnable(laid)
        return frame.ages.opens(laid) || laid.done if frame.turned == :tacky

        frame.ages.far_enough(laid, WorkSteps::ALL.fetch(:flip)) || frame.ages.hard(laid) || frame.ages.opens(laid) || laid.done
      end

      def laid_on(&)
        state.below.select { |(place, _), _| frame.sides[place]&.then(&) }.values.uniq
      end
    end
  end
end
