# frozen_string_literal: true

# Loads every test, or those named on the command line.
files = ARGV.empty? ? Dir[File.join(__dir__, "{core,app,browser}", "**", "*_test.rb")] : ARGV.dup
ARGV.clear
files.each { |file| require File.expand_path(file) }
