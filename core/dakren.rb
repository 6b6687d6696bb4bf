# frozen_string_literal: true

# The rules of epoxy work in plain Ruby: no web, no database, no files, no clock of its own.
# Units: grams, millilitres, millimetres, square metres, minutes, degrees Celsius.
module Dakren
end

%w[
  base/errors base/value base/check base/exact base/memo base/solve base/least_squares base/figure
  measure/units measure/typed
  measure/coverage measure/ratio measure/verdict measure/running measure/correction measure/tools measure/budget measure/blocks measure/comb
  geometry/outline geometry/round_shapes geometry/straight_shapes geometry/plane geometry/flatten geometry/loops geometry/sweep
  geometry/cut_view geometry/region geometry/triangles geometry/void geometry/told geometry/bodies geometry/sections geometry/joint
  work/purposes work/cloth work/filler work/cover work/placing work/drink work/own work/kinds work/need work/sizing
  cure/clock cure/reaction cure/body cure/profile cure/hermite cure/vessel cure/cup_heat cure/cup cure/cup_stepper cure/cup_course cure/film
  cure/slab cure/pour cure/pour_stepper cure/pour_tally cure/unknowns cure/statements cure/calibration
  cure/sensitivity cure/learning cure/shop cure/band cure/heat cure/mix cure/untold cure/lead cure/narrowing cure/next_log
  cure/lifts cure/pour_top cure/column cure/cooling cure/stages cure/curves
  sheet/work_limits sheet/assumed_stages sheet/ageing sheet/stage_times sheet/sheet sheet/blend sheet/suitability sheet/sayings
  plan/cup_kind plan/packs plan/portion plan/cutter plan/marks plan/coat_order plan/coat_heat plan/coat_plan plan/pace_figures
  plan/coat_figures plan/lift_column plan/lane plan/hours plan/hands plan/work_steps plan/service
  plan/together plan/shared_things plan/seen plan/schedule plan/readiness plan/completion plan/scheduler plan/backward
  plan/task plan/job plan/task_lifts plan/task_planner plan/plan
  care/cautions care/conditions care/job_cautions
  bench/manner bench/steps bench/recipe bench/contents bench/walk bench/batch_clock bench/as_planned bench/afterwards
  bench/checks bench/lesson
  faults/look faults/planned faults/witnessed
  stock/ledger stock/reserve stock/buy stock/load_list
].each { |file| require_relative "dakren/#{file}" }
