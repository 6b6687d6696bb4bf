# frozen_string_literal: true

require "open3"
require "zlib"

# Whose style a run of everything looks at: what was changed lately each time, the rest by turns; all of it with bin/test --long, where
# the rules have changed, and where nobody knows what has.
#
#   ruby tools/lately.rb 7     the files, as the seventh turn has them; nothing means all
module Lately
  ROOT = File.expand_path("..", __dir__)
  COMMITS = 20
  OF = 10
  RULES = /\A(?:\.rubocop|Gemfile)/

  module_function

  # @return [Array<String>, nil] paths changed in the last commits or not committed yet; nil where that is not known
  def files
    @files ||= told("git", "diff", "--name-only", "HEAD~#{COMMITS}") + told("git", "ls-files", "--others", "--exclude-standard")
  rescue SystemCallError
    nil
  end

  # @return [Array<String>] Ruby files whose style is looked at in this run; none means all
  def for_style(turn)
    return [] if ENV["DAKREN_LONG"] || files.nil? || files.grep(RULES).any?

    ruby = told("git", "ls-files", "--cached", "--others", "--exclude-standard", "*.rb", "*.ru", "Gemfile", "Rakefile", "bin/dakren")
    in_turn = ruby.select { |path| ((Zlib.crc32(path) + turn) % OF).zero? }
    ((files & ruby) | in_turn).select { |path| File.exist?(File.join(ROOT, path)) }
  end

  def told(*command)
    out, status = Open3.capture2(*command, chdir: ROOT, err: File::NULL)
    raise Errno::ENOENT, command.join(" ") unless status.success?

    out.lines(chomp: true)
  end
end

puts Lately.for_style(ARGV.first.to_i) if $PROGRAM_NAME == __FILE__
