# frozen_string_literal: true

# The rules of epoxy work in plain Ruby: no web, no database, no files, no clock of its own.
# Units: grams, millilitres, millimetres, square metres, minutes, degrees Celsius.
module Dakren
end

%w[
  base/errors base/value base/check base/exact base/memo base/solve base/figure
  measure/units measure/typed measure/ratio measure/verdict measure/running measure/correction measure/tools measure/budget measure/blocks
  size/purposes size/outline size/round_shapes size/straight_shapes size/plane size/flatten size/loops size/sweep size/region size/triangles size/void size/bodies size/sections size/cloth
  size/filler size/cover size/drink size/own size/kinds size/need size/sizing size/suitability
  cure/clock cure/profile cure/hermite cure/vessel cure/cup cure/cup_stepper cure/film
  cure/pour cure/pour_stepper cure/pour_tally cure/calibration cure/band cure/heat cure/mix
  cure/lifts cure/pour_top cure/stages
  sheet/work_limits sheet/sheet sheet/blend cure/curves
  batch/cup_kind batch/cutter batch/marks
  line/coat_order line/coat_plan line/coat_figures line/lane line/hours line/work_steps line/schedule line/windows line/slots line/endings line/writing line/scheduler line/backward
  care/cautions care/conditions
  plan/task plan/job plan/task_planner plan/plan
  bench/steps bench/walk bench/batch_clock
].each { |file| require_relative "dakren/#{file}" }
