# frozen_string_literal: true

module Dakren
  module Faults
    # The facts a history can be told in, by name, and which of them only an eye knows.
    #
    # Facts, all optional: room_c, coldest_c, warmest_c, tins_c, below_c (what it lies on), lowest_c, highest_c: °C; hardener_off_pct
    # (above 0: too much hardener), extra_hardener_pct, extra_resin_pct (what the mix forgives); mixed_share (of the time it takes);
    # second_cup; cup_scraped_out; age_share (of the time to hard that has passed); made_for_bulk (is it used for what it is made for, or
    # is it a mix for deep pours: true where the work is another); slow; film_mm, depth_mm, most_depth_mm; film_share (of the heaviest
    # film); colour_pct, most_colour_pct; thinner_pct, most_thinner_pct; by_eye; tool_of_other_set; tin_old; lots_crossed; humidity_pct;
    # above_dew_c; moisture_pct, most_moisture_pct; porous; sealed; sealed_below; warming; cup_share (of its minutes in the cup);
    # batch_share (of the largest that can be used in time); peak_c; recoat_share (of its window; above 1 is past it); abraded; washed;
    # water_beads; loaded_share (of the time to what it was loaded with); release_coats; coats; and the rest of ASKED.
    module Facts
      NUMBERS = %i[room_c coldest_c warmest_c tins_c below_c lowest_c highest_c hardener_off_pct extra_hardener_pct extra_resin_pct
        mixed_share age_share film_mm depth_mm most_depth_mm film_share colour_pct most_colour_pct thinner_pct most_thinner_pct
        humidity_pct above_dew_c moisture_pct most_moisture_pct cup_share batch_share peak_c recoat_share loaded_share
        release_coats coats].freeze
      YES_NO = %i[second_cup cup_scraped_out made_for_bulk slow by_eye tool_of_other_set tin_old lots_crossed porous sealed
        sealed_below warming abraded washed water_beads heat_held fuel_heater amber sun whipped silicone_near dust rolled
        roller_taped thickened
        upright wet_edge_kept one_face supported soak_counted marks_on_work line_empty blocked primed clamped_hard hot_part post_cured
        wrong_part].freeze
      # What only an eye knows, asked where the sign makes it matter: fact => the question.
      ASKED = { cup_scraped_out: "Was the cup scraped out on the work?", heat_held: "Was heat held in one place?",
                sun: "Does the sun reach it?", amber: "Is the hardener amber?", whipped: "Was air stirred into it?",
                sealed: "Was the wood sealed first?", warming: "Was the work warming while it was coated?",
                silicone_near: "Polish, oil or silicone near it?", dust: "Was anything sanded or swept nearby?",
                roller_taped: "Was the lint taken off the roller?", washed: "Was it washed before the next coat?",
                abraded: "Was it abraded before the next coat?", water_beads: "Did water stand in beads on it?",
                fuel_heater: "A fuel heater by the work?", wet_edge_kept: "Was the wet edge kept?",
                sealed_below: "Was it sealed from below?",
                one_face: "Was one face coated alone?", supported: "Was it fully supported?", soak_counted: "Were soak and losses counted?",
                marks_on_work: "Was it marked how far each batch reaches?", line_empty: "Did the line run empty?",
                blocked: "Was it blocked against creeping?", primed: "Was it brushed neat first?", clamped_hard: "Was it clamped hard?",
                post_cured: "Was it post-cured?", hot_part: "Does the part get hot in use?",
                tool_of_other_set: "Was it measured with another set's pumps?", wrong_part: "Was it another hardener than its own?" }.freeze
      # The facts each clue looks at.
      LOOKS_AT = { scraped: :cup_scraped_out, heat_held: :heat_held, sun: :sun, amber: :amber, whipped: :whipped, unsealed: :sealed,
                   warming: :warming, silicone: :silicone_near, dust: :dust, lint: :roller_taped, unwashed: :washed,
                   past_window: :abraded, beads: :water_beads, fuel: :fuel_heater, wet_edge: :wet_edge_kept, open_below: :sealed_below,
                   one_face: :one_face, support: :supported, soak: :soak_counted, marks: :marks_on_work, line: :line_empty,
                   unblocked: :blocked, unprimed: :primed, clamped: :clamped_hard, no_post_cure: :post_cured, other_set: :tool_of_other_set,
                   wrong_part: :wrong_part }.freeze
    end
  end
end
