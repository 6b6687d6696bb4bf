# frozen_string_literal: true

# Loads every test, or those named on the command line: files, or the folders core, app and browser.
FOLDERS = %w[core app browser].freeze
named = ARGV.empty? ? FOLDERS : ARGV.dup
ARGV.clear
named.each do |name|
  files = FOLDERS.include?(name) ? Dir[File.join(__dir__, name, "**", "*_test.rb")] : [name]
  files.each { |file| require File.expand_path(file) }
end
