# frozen_string_literal: true

# Loads every test, or those named on the command line: files, or the folders core, app and browser.
FOLDERS = %w[core app browser].freeze

def files_of(folder)
  Dir[File.join(__dir__, folder, "**", "*_test.rb")].sort_by { |file| [-File.size(file), file] }
end

# What begins with a dash is for Minitest.
options, asked = ARGV.partition { |argument| argument.start_with?("-") }
named = asked.empty? ? FOLDERS : asked
ENV["DAKREN_TURNS"] = "1" if named.all? { |name| FOLDERS.include?(name) }
ARGV.replace(options)
named.flat_map { |name| FOLDERS.include?(name) ? files_of(name) : [name] }.each { |file| require File.expand_path(file) }
