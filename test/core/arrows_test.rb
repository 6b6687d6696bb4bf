# frozen_string_literal: true

require_relative "../core_helper"
require "open3"

# Folders of the core lean on each other one way, and each file loads by itself with what it needs.
class ArrowsTest < CoreTest
  by_turns :test_any_file_can_be_required_alone

  CORE = File.expand_path("../../core/dakren", __dir__)
  # Each may lean on those before it.
  ORDER = %w[base measure geometry work cure sheet plan care bench faults stock].freeze
  # What a file is known by where its folder has no module of its own.
  HOME = { "Sheet" => "sheet", "Mixing" => "sheet", "WorkLimits" => "sheet", "Blend" => "sheet", "Suitability" => "sheet",
           "Ageing" => "sheet", "StageTimes" => "sheet", "Sayings" => "sheet", "PURPOSES" => "work" }.freeze
  MODULES = (ORDER - %w[base sheet]).to_h { |folder| [folder.capitalize, folder] }.merge(HOME).freeze

  def files
    Dir[File.join(CORE, "**", "*.rb")]
  end

  def folder(file)
    file.delete_prefix("#{CORE}/").split("/").first
  end

  # Constants a file's code reads, comments and strings aside.
  def read(file)
    code = File.read(file).gsub(/#(?!\{).*$/, "").gsub(/"(?:[^"\\#]|\\.|#(?!\{))*"/, '""')
    code.scan(/(?<![\w:])(#{MODULES.keys.join("|")})(?=::|\.new|\.blended|\b)/).flatten.uniq
  end

  def test_arrows_between_folders_go_one_way
    wrong = files.flat_map do |file|
      here = folder(file)
      read(file).map { |name| [name, MODULES.fetch(name)] }.reject { |_, there| ORDER.index(there) <= ORDER.index(here) }
        .map { |name, there| "#{file.delete_prefix("#{CORE}/")} reads #{name}: #{here} leans on #{there}" }
    end

    assert_empty wrong, wrong.join("\n")
  end

  def test_every_folder_has_its_place
    assert_equal ORDER.sort, Dir.children(CORE).sort
  end

  # Each file alone, in a program of its own; together they would hide what is missing.
  def test_any_file_can_be_required_alone
    wrong = files.filter_map do |file|
      out, status = Open3.capture2e({ "RUBYOPT" => nil, "BUNDLE_GEMFILE" => nil }, Gem.ruby, "--disable-gems", "-e", "require ARGV.first",
        file)
      "#{file.delete_prefix("#{CORE}/")}: #{out.lines.first}" unless status.success?
    end

    assert_empty wrong, wrong.join("\n")
  end
end
