# frozen_string_literal: true

require_relative "../app_helper"
require "open3"

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

  SHUFFLES = ENV["DAKREN_LONG"] ? 20 : 1
  READ = <<~RUBY.freeze
    require File.join(ARGV[0], "app", "outside")
    files = Dir[File.join(ARGV[0], "app", "{#{ORDER.join(",")}}", "**", "*.rb")]
    files.sort.shuffle(random: Random.new(ARGV[1].to_i)).each { |file| require file }
  RUBY

  # Each file requires what it needs to be read: in whatever order they are read, all of them are.
  def test_files_can_be_read_in_any_order
    SHUFFLES.times do
      seed = rand(1_000_000).to_s
      out, status = Open3.capture2e(Gem.ruby, "-e", READ, File.dirname(APP), seed)

      assert_predicate status, :success?, "shuffled by #{seed}: #{out.lines.first(2).join}"
    end
  end

  # Fields are named by their own names; only the document knows how a key is made of them. Shapes answer for themselves, each constant
  # says where it comes from, scripts share no names, and nobody keeps a connection that others wait for.
  def test_walls_that_are_crossed_nowhere_stay_so
    require_relative "../../tools/walls"

    %i[keys types sources faces globals connections].each { |wall| assert_empty Walls.public_send(wall), wall }
  end

  def test_every_folder_has_its_place
    assert_equal [*ORDER, "assets"].sort, Dir.children(APP).select { |one| File.directory?(File.join(APP, one)) }.sort
  end
end
