# frozen_string_literal: true

require "active_record"
require "erubi"
require "json"
require "securerandom"
require "sinatra/base"

require_relative "../core/dakren"

# Everything the application consists of, in the order its parts lean on each other.
module Dakren
  ROOT = File.expand_path("..", __dir__)
end

%w[
  records/database records/settings records/sheet records/job records/batch records/picture records/own_figure
  desk/zones desk/wording desk/typed_form desk/entry desk/fields desk/job_document desk/job_deed desk/reading desk/place_desk desk/shop desk/pass_desk desk/job_desk
  desk/moved desk/what_if desk/because desk/offers desk/comparison desk/drawn desk/cutting_list
  desk/sheet_desk desk/sheet_form desk/settings_form desk/summary
  desk/bench_desk desk/bench_deed desk/loose_cup desk/tool_form desk/planning desk/renewer desk/job_list
  drawings/svg drawings/ramp drawings/piece_plan drawings/work_section drawings/table_drawing drawings/thumb drawings/cup_row
  drawings/bench_cup drawings/paste_blocks drawings/time_axis drawings/cure_line
  drawings/stage_bar drawings/chart drawings/sheet_charts
  formats/svg_in formats/dxf_in formats/read_in formats/dxf_out formats/outline_out formats/templates formats/picture formats/room_list formats/calendar
  devices/line devices/weather_desk devices/scale_stand_in devices/stand_in_server devices/link
  rooms/frame rooms/room rooms/job_help rooms/jobs rooms/plan rooms/table rooms/bench rooms/shelf rooms/settings rooms/find rooms/house
].each { |file| require_relative file }
