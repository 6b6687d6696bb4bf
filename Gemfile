# frozen_string_literal: true

source "https://rubygems.org"

ruby ">= 3.1"

gem "activerecord", "~> 7.2.0"
gem "bcrypt", "~> 3.1"
gem "concurrent-ruby", "~> 1.3"
gem "erubi", "~> 1.13"
gem "fastimage", "~> 2.4"
gem "icalendar", "~> 2.10"
gem "matrix", "~> 0.4"
gem "prawn", "~> 2.4.0"
gem "puma", "~> 6.4"
gem "rack-attack", "~> 6.7"
gem "rack-session", "~> 2.1"
gem "rackup", "~> 2.1"
gem "rexml", "~> 3.4"
gem "rqrcode", "~> 2.2"
gem "sinatra", "~> 4.1"
gem "sqlite3", "~> 1.7.3"
gem "tzinfo-data", "~> 1.2026"

group :test do
  gem "axe-core-capybara", "~> 4.10"
  gem "capybara", "~> 3.40"
  gem "minitest", "~> 5.25"
  # Ships built under the platform name this Bundler knows; later ones have to be compiled.
  gem "nokogiri", "~> 1.16.8"
  gem "pdf-inspector", "~> 1.3"
  gem "rack-test", "~> 2.1"
  gem "ri_cal", "~> 0.8.8", require: false
  gem "rubocop", "~> 1.70", require: false
  gem "rubocop-minitest", "~> 0.38", require: false
  gem "rubocop-performance", "~> 1.23", require: false
  gem "selenium-webdriver", "~> 4.27"
end
