# frozen_string_literal: true

require "fileutils"
require "open3"
require "tmpdir"

# A fixed set of small mistakes, each made in a copy of the program: the tests beside it must notice every one.
#
#   ruby tools/mutants.rb          all
#   ruby tools/mutants.rb syringe  those whose file is called so
module Mutants
  ROOT = File.expand_path("..", __dir__)
  COPIED = %w[app core db test tools Gemfile Gemfile.lock].freeze

  # File, what stands there, what is made of it, and the tests that must notice.
  ALL = [
    ["core/dakren/plan/task_planner.rb", "[people - 1, 1].max", "people", %w[test/core/thin_places_test.rb]],
    ["core/dakren/plan/readiness.rb", "found.find { |ready| ready.minute.nil? } || found", "found.reject { |ready| ready.minute.nil? }",
      %w[test/core/plan/readiness_test.rb test/core/thin_places_test.rb]],
    ["core/dakren/plan/readiness.rb", "band.late || Cure::HORIZON_MIN", "band.early",
      %w[test/core/plan/readiness_test.rb test/core/thin_places_test.rb]],
    ["core/dakren/bench/times.rb", "at(:mend) || @account.accepted&.at || at(:second)", "at(:second)",
      %w[test/core/bench/walk_test.rb test/core/thin_places_test.rb]],
    ["core/dakren/bench/walk.rb", "minutes_needed: times.mixing_min + recipe.placing_min", "minutes_needed: recipe.placing_min",
      %w[test/core/bench/walk_test.rb test/core/thin_places_test.rb]],
    ["app/document/job_document.rb", "(mine | (theirs - base)) - (base - theirs)", "mine | (theirs - base)",
      %w[test/app/document/merge_test.rb]],
    ["app/document/job_document.rb", "next [key, mine[key]] if theirs[key] == base[key]", "next [key, mine[key]]",
      %w[test/app/document/merge_test.rb]],
    ["core/dakren/measure/tools/syringe.rb", "(ml.to_f / volume_ml).ceil / ml.to_f", "1 / ml.to_f", %w[test/core/thin_places_test.rb]],
    ["core/dakren/measure/tools/syringe.rb", "volume_ml * 6", "volume_ml * 60", %w[test/core/thin_places_test.rb]],
    ["core/dakren/measure/correction.rb", "@minutes_needed <= @minutes_left", "true", %w[test/core/measure/correction_test.rb]],
    ["core/dakren/measure/correction.rb", "Rational(5, 4)", "Rational(5, 1)", %w[test/core/measure/correction_test.rb]],
    ["core/dakren/measure/verdict.rb", "index.nil? || index > 1 ? :hardener : :resin", "index.nil? || index > 1 ? :resin : :hardener",
      %w[test/core/thin_places_test.rb]],
    ["core/dakren/measure/verdict.rb", "percent(:extra_hardener_pct, extra_hardener_pct)", "percent(:extra_hardener_pct, extra_resin_pct)",
      %w[test/core/thin_places_test.rb]],
    ["core/dakren/measure/running.rb", "@start + (@total * share(part))", "@total * share(part)", %w[test/core/measure/running_test.rb]],
    ["core/dakren/measure/budget.rb", "miss <= forgiven", "miss <= 2 * forgiven",
      %w[test/core/measure/budget_test.rb test/core/thin_places_test.rb]],
    ["core/dakren/plan/packs.rb", "[needed(need).floor, needed(need).ceil]", "[needed(need).ceil]", %w[test/core/plan/packs_test.rb]],
    ["core/dakren/plan/portion.rb", "TIME_SHARE = 0.75", "TIME_SHARE = 1.0",
      %w[test/core/plan/cutter_test.rb test/core/plan/coat_plan_test.rb]],
    ["core/dakren/plan/laid_coat.rb", "held = [since, batch.portion.held_min].min", "held = since", %w[test/core/thin_places_test.rb]],
    ["core/dakren/plan/ages.rb", "[[between(below, open, shut), *below.filter_map { |one| cools(one) }].max, nil]",
      "[between(below, open, shut), nil]", %w[test/core/thin_places_test.rb]],
    ["core/dakren/plan/hands.rb", "met[i][0] >= at + length - 1e-6", "met[i][0] >= at", %w[test/core/plan/hands_test.rb
      test/core/plan/scheduler_test.rb]],
    ["core/dakren/plan/lift_column.rb", "coats.size < 2 ||", "true ||", %w[test/core/plan/lift_column_test.rb]],
    ["core/dakren/cure/cooling.rb", "MARGIN_K = 5.0", "MARGIN_K = 60.0", %w[test/core/cure/cooling_test.rb]],
    ["core/dakren/cure/vessel.rb", "SHELL_J_M2K = 2700.0", "SHELL_J_M2K = 1.0", %w[test/core/cure/reference_test.rb]],
    ["core/dakren/cure/slab.rb", "(1 + (far / CupHeat::DOUBLE_K))", "1", %w[test/core/cure/reference_test.rb]],
    ["core/dakren/cure/learning.rb", "(misfit * misfit / 4)", "(misfit * misfit)", %w[test/core/cure/reference_test.rb]],
    ["core/dakren/cure/mix.rb", "[clock.working_min, reaction.working_min].compact.min", "reaction.working_min",
      %w[test/core/thin_places_test.rb]],
    ["core/dakren/sheet/assumed_stages.rb", "CLOSES_AFTER_NOTED = 0.8", "CLOSES_AFTER_NOTED = 1.2",
      %w[test/core/sheet/assumed_stages_test.rb]],
    ["core/dakren/sheet/blend.rb", "{ reference_temp_c: @sheets.first.clock.reference_temp_c } if", "{ pot_life_min: 30 } if",
      %w[test/core/thin_places_test.rb]],
    ["core/dakren/cure/untold.rb", "def usable_band(**) = NOT_KNOWN", "def usable_band(**) = Band.new(early: 0.0, middle: 0.0, late: 0.0)",
      %w[test/core/cure/calibration_test.rb]],
    ["core/dakren/work/drink.rb", "Rational(1, 4)", "Rational(1, 1)", %w[test/core/work/sizing_test.rb]]
  ].freeze

  module_function

  # @param only [String, nil] part of a file's name
  # @return [Array<String>] mutants that nobody noticed
  def alive(only = nil)
    Dir.mktmpdir("dakren-mutants") do |copy|
      COPIED.each { |name| FileUtils.cp_r(File.join(ROOT, name), copy) }
      ALL.select { |file, *| only.nil? || file.include?(only) }.filter_map { |mutant| survivor(copy, *mutant) }
    end
  end

  # @return [String, nil] what is wrong with a mutant: it lives, or what it changes is not there any more
  def survivor(copy, file, before, after, tests)
    path = File.join(copy, file)
    whole = File.read(path)
    return "#{file}: “#{before}” is not there any more" unless whole.include?(before)

    File.write(path, whole.sub(before) { after })
    found = tests.select { |test| File.exist?(File.join(copy, test)) }
    return "#{file}: none of #{tests.join(", ")} is there" if found.empty?

    noticed = found.any? { |test| !Open3.capture2e(Gem.ruby, "-Itest", test, chdir: copy).last.success? }
    noticed ? nil : "#{file}: “#{before}” may be “#{after}”, and #{found.join(", ")} says nothing"
  ensure
    File.write(path, whole) if whole
  end
end

if $PROGRAM_NAME == __FILE__
  alive = Mutants.alive(ARGV.first)
  puts alive, "#{Mutants::ALL.size - alive.size} of #{Mutants::ALL.size} mutants were noticed."
  exit alive.empty?
end
