# frozen_string_literal: true

module Dakren
  # What is done when.
  module Line
    # Ways of measuring a batch, and what each needs to know.
    METHODS = { scale: "scale", graduated: "graduated cup", pump: "pump set", syringe: "syringe", drops: "dropper", pack: "whole pack" }.freeze

    # One coat over one piece, as the builder asks for it. Minute 0 is when the first batch is mixed.
    #
    # outline: a shape of Size; cover: Size::Cover; sheet: Sheet; room: Cure::Profile; tins_c: °C of the
    # parts; drink_g_m2: what the surface drinks; soak_g: what stays in roller or brush; method: a key of METHODS; cups: kinds to choose from; placing_g_per_min: for the crew.
    CoatOrder = Value.define(:outline, :cover, :sheet, :room, :tins_c, method: :scale, drink_g_m2: 0, soak_g: 0, cups: Batch::USUAL_CUPS,
                                                                       placing_g_per_min: Batch::PLACING_G_PER_MIN[:coat])
  end
end
