# frozen_string_literal: true

# Loads every test, or those named on the command line: files, or the folders core, app and browser; browser:1/2 is one half of a
# folder's files, shared out by their size.
FOLDERS = %w[core app browser].freeze
PART = %r{\A(\w+):(\d+)/(\d+)\z}

def files_of(folder)
  Dir[File.join(__dir__, folder, "**", "*_test.rb")].sort_by { |file| [-File.size(file), file] }
end

# Dealt out there and back, so that nobody has every larger one of a pair.
def share_of(folder, mine, parts)
  files_of(folder).select.with_index { |_, i| [i % (2 * parts), (2 * parts) - 1 - (i % (2 * parts))].min == mine }
end

# What begins with a dash is for Minitest.
options, asked = ARGV.partition { |argument| argument.start_with?("-") }
named = asked.empty? ? FOLDERS : asked
ENV["DAKREN_TURNS"] = "1" if named.all? { |name| FOLDERS.include?(name) || name.match?(PART) }
ARGV.replace(options)
named.each do |name|
  part = name.match(PART)
  files = if part then share_of(part[1], part[2].to_i - 1, part[3].to_i)
          else FOLDERS.include?(name) ? files_of(name) : [name]
          end
  files.each { |file| require File.expand_path(file) }
end
