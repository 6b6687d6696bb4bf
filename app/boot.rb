# frozen_string_literal: true

require_relative "outside"

# Everything the application consists of. Each file requires what it needs to be read, so that their order is nobody's.
Dir[File.join(__dir__, "{formats,devices,words,document,drawings,stores,rooms}", "**", "*.rb")].each { |file| require file }
