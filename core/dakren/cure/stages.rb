# frozen_string_literal: true

require_relative "reaction"
require_relative "band"
require_relative "sensitivity"
require_relative "../base/value"

module Dakren
  module Cure
    # The stages a film goes through, as data: what the sheet calls them, what one sees.
    Stage = Value.define(:name, :label, :sign)

    STAGES = [
      Stage.new(name: :recoat_opens, label: "tacky, recoat opens", sign: "holds a fingertip's print, leaves nothing on the glove"),
      Stage.new(name: :recoat_closes, label: "recoat closes",
        sign: "too hard for the next coat to bond by itself: wash, abrade, then coat"),
      Stage.new(name: :sandable, label: "hard, sandable", sign: "sands to dust, does not clog"),
      Stage.new(name: :handle, label: "handle, walk on", sign: "takes light loads"),
      Stage.new(name: :load_light, label: "load lightly", sign: "takes what one can carry"),
      Stage.new(name: :load, label: "load fully", sign: "takes what it was made for"),
      Stage.new(name: :wet, label: "let it get wet", sign: "water stays on it without a mark"),
      Stage.new(name: :demould, label: "demould", sign: "comes out of the mould without bending"),
      Stage.new(name: :full, label: "full cure", sign: "as strong as this room will make it")
    ].freeze
    STAGE_NAMES = STAGES.map(&:name).freeze
  end
end
