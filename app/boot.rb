# frozen_string_literal: true

require "active_record"
require "erubi"
require "forwardable"
require "json"
require "securerandom"
require "sinatra/base"

require_relative "../core/dakren"

# Everything the application consists of, in the order its parts lean on each other.
module Dakren
  ROOT = File.expand_path("..", __dir__)
end

%w[
  formats/apart formats/svg_in formats/dxf_in formats/read_in formats/dxf_out formats/outline_out formats/templates
  formats/picture formats/room_list formats/calendar
  devices/protocol devices/weather_desk devices/scale_stand_in devices/stand_in_server devices/link
  words/systems words/dates words/localised words/wording words/moved words/because words/ready_for words/known words/untold
  document/zones document/typed_form document/as_typed document/field document/place_forms document/own_steps document/field_making
  document/fields
  document/delta document/job_document document/job_deed document/reader
  document/place_desk document/crew document/crew_rows document/job_hours document/tool_shelf document/one_off
  document/pass_desk document/job_desk
  document/new_system document/what_if document/drawn document/sheet_numbers document/sheet_form document/settings_form document/tool_form
  document/bench_moments document/bench_deed
  drawings/svg drawings/ramp drawings/scale_bar drawings/handles drawings/piece_section drawings/piece_plan drawings/cut_drawing
  drawings/table_drawing drawings/thumb drawings/kind_sign drawings/compare_bars
  drawings/cup_row
  drawings/bench_cup drawings/bar drawings/paste_blocks drawings/time_axis drawings/cure_line
  drawings/stage_bar drawings/chart drawings/blend_curve drawings/sheet_charts
  stores/data_folder stores/shop_file stores/copies stores/seals stores/backup stores/health stores/database stores/keeping
  stores/deed
  stores/settings stores/sheet stores/job stores/batch stores/first_time stores/seen stores/tool stores/picture stores/own_figure
  stores/own_step
  stores/beside stores/thinning stores/keeper
  stores/mixed stores/works stores/further stores/now stores/shelf stores/walks stores/summary stores/planning
  stores/renewer stores/job_list
  rooms/pages/control rooms/pages/answer rooms/pages/job_form rooms/pages/sentence rooms/pages/ticket_sentence
  rooms/pages/ticket_steps rooms/pages/ticket_batches rooms/pages/beginning
  rooms/pages/place_drawing rooms/pages/place_page rooms/pages/shape_page rooms/pages/measuring_page rooms/pages/pack_words
  rooms/pages/mix_page
  rooms/pages/ticket_untold rooms/pages/ticket_page
  rooms/pages/day_page rooms/pages/what_if_page rooms/pages/offers rooms/pages/job_page rooms/pages/paper_page rooms/pages/job_row
  rooms/pages/table_page
  rooms/pages/bench_page rooms/pages/bench_measures rooms/pages/bench_beside rooms/pages/bench_step
  rooms/pages/record_page rooms/pages/planned_cup rooms/pages/loose_cup
  rooms/pages/comparison rooms/pages/cutting_list rooms/pages/compare_page rooms/pages/editor_page rooms/pages/copies_page
  rooms/pages/settings_page
  rooms/frame rooms/large_answer rooms/room rooms/job_keeping rooms/drawing_deeds
  rooms/jobs rooms/paper rooms/compare rooms/table rooms/bench rooms/shelf rooms/settings rooms/copying rooms/find rooms/house
].each { |file| require_relative file }
