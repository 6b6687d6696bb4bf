# frozen_string_literal: true

require_relative "../app_helper"

# Folders of the application lean on each other one way, and all of them on the core.
class AppArrowsTest < AppTest
  APP = File.expand_path("../../app", __dir__)
  # Each may lean on those before it.
  ORDER = %w[formats devices words document drawings stores rooms].freeze

  def read(file)
    code = File.read(file).gsub(/#(?!\{).*$/, "")
    code.scan(/(?<![\w:])(?:Dakren::)?(#{ORDER.map(&:capitalize).join("|")})::/).flatten.uniq.map(&:downcase)
  end

  def test_arrows_between_folders_go_one_way
    wrong = Dir[File.join(APP, "**", "*.{rb,erb}")].flat_map do |file|
      name = file.delete_prefix("#{APP}/")
      here = name.split("/").first
      next [] unless ORDER.include?(here)

      read(file).reject { |there| ORDER.index(there) <= ORDER.index(here) }.map { |there| "#{name}: #{here} leans on #{there}" }
    end

    assert_empty wrong, wrong.join("\n")
  end

  def test_every_folder_has_its_place
    assert_equal [*ORDER, "assets"].sort, Dir.children(APP).select { |one| File.directory?(File.join(APP, one)) }.sort
  end
end
