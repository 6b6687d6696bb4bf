# frozen_string_literal: true

# Words are written and read as UTF-8 whatever the machine calls its own letters (a bare console says none).
Encoding.default_external = Encoding::UTF_8

require "active_record"
require "erubi"
require "forwardable"
require "json"
require "securerandom"
require "sinatra/base"

require_relative "../core/dakren"

# What every file of the application may take to be there: the core, and the libraries it is built on.
module Dakren
  ROOT = File.expand_path("..", __dir__)
end
