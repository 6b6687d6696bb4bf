# frozen_string_literal: true

require_relative "../core_helper"
require "open3"

# The core loads alone: whoever adds a require of the web or the database to it is told here.
class AloneTest < CoreTest
  CORE = File.expand_path("../../core/dakren.rb", __dir__)

  def test_the_core_brings_no_web_database_or_files_along
    script = <<~RUBY
      before = $LOADED_FEATURES.dup
      require #{CORE.dump}
      strangers = ($LOADED_FEATURES - before).reject { |path| path.include?("/core/dakren") || path.end_with?("/date.rb", "/date_core.so") }
      puts strangers
      foreign = %w[Sinatra ActiveRecord ActiveSupport Rack JSON Puma SQLite3]
      puts "constants: " + foreign.select { |name| Object.const_defined?(name) }.join(",")
    RUBY
    out, status = Open3.capture2e({ "RUBYOPT" => nil, "BUNDLE_GEMFILE" => nil }, Gem.ruby, "--disable-gems", "-e", script)

    assert_predicate status, :success?, out
    assert_equal "constants:", out.strip
  end

  def test_no_file_of_the_core_reads_the_clock_or_the_disk
    Dir[File.join(File.dirname(CORE), "**", "*.rb")].each do |file|
      code = File.read(file).gsub(/^\s*#.*$/, "")

      refute_match(/\b(Time\.now|Date\.today|File\.|IO\.|Process\.clock|ENV\[|rand\()/, code, file)
    end
  end
end
