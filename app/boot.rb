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
  records/database records/settings records/sheet records/job
  desk/wording desk/entry desk/job_document desk/job_desk desk/sheet_desk desk/sheet_form desk/settings_form
  drawings/svg drawings/ramp drawings/piece_plan drawings/thumb drawings/cup_row drawings/time_axis drawings/cure_line drawings/stage_bar drawings/chart drawings/sheet_charts
  rooms/frame rooms/room rooms/jobs rooms/shelf rooms/settings rooms/house
].each { |file| require_relative file }
