# frozen_string_literal: true

module Dakren
  # What a mix may be for, and the words shown.
  PURPOSES = {
    laminate: "laminating", infuse: "infusion", coat: "coating wood", flood: "flood and table coats",
    cast: "deep casting", floor: "floors and tanks", bond: "bonding", fill: "filling and fairing",
    mount: "small moulds and mounts"
  }.freeze
end
