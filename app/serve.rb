# frozen_string_literal: true

# Serves the shop: ruby app/serve.rb PORT DATA_DIR demo|empty [ADDRESS]. Called by bin/dakren once the gems are there.
# Pages are compiled once: told before the rooms are read.
ENV["RACK_ENV"] = "production"
require_relative "boot"
require "puma"
require "rack/mock_request"
require "puma/configuration"
require "puma/events"
require "puma/launcher"

port, data_dir, contents, shared_at = ARGV

begin
  folder = Dakren::Stores::DataFolder.new(data_dir, "http://127.0.0.1:#{port}/")
  folder.close_to_others
  Dakren::Stores::Database.open(data_dir)
  if contents == "demo" && !Dakren::Stores::Health.trouble
    require_relative "../db/demo"
    # What the plans of the examples say is there from the first page on.
    Dakren::Stores::Renewer.new.renew_all(breath_s: 0) if Dakren::Demo.load_once
  end
  Dakren::Stores::Now.go_on_from(File.join(data_dir, "clock"))
  warn Dakren::Stores::Health.trouble.says if Dakren::Stores::Health.trouble
  house = Dakren::Rooms::House.build(data_dir)
  if shared_at
    Dakren::Rooms::Sharing.now = Dakren::Rooms::Sharing.new(shared_at, port.to_i, data_dir)
    doors = Dakren::Rooms::Doors.new(Dakren::Rooms::Sharing.now, data_dir)
  end
  folder.close_to_others
rescue Dakren::Stores::DataFolder::Refused => e
  warn e.message
  exit 1
rescue SystemCallError, ActiveRecord::ActiveRecordError, SQLite3::Exception => e
  warn "The shop's file #{File.join(data_dir, Dakren::Stores::Database::FILE)} #{Dakren::Stores::ShopFile.meaning(e) ||
    "cannot be opened: #{e.message}"}"
  exit 1
end

Dakren::Devices.connected = Dakren::Devices::Connected.named_in(ENV)
Dakren::Devices.connected.pretend = Dakren::Stores::Settings.shop.pretend

Dakren::Stores::Renewer.new.start
Dakren::Stores::Keeper.new.start

# Pages are compiled and the lists read once before anybody waits for them.
%w[/ /bench /shelf /settings /find/?q=x].each { |path| Rack::MockRequest.new(house).get(path, "HTTP_HOST" => "127.0.0.1") }

configuration = Puma::Configuration.new do |config|
  config.bind "tcp://127.0.0.1:#{port}"
  config.threads 1, Dakren::Stores::Database::THREADS
  # Whoever has been answered lines up again behind those who wait: a connection kept alive would keep its thread, and with it the door,
  # for as long as it asks at once again.
  config.enable_keep_alives false
  config.app house
  config.environment "production"
  config.quiet
  config.raise_exception_on_sigterm false
end
events = Puma::Events.new
events.on_booted do
  doors&.open
  puts "Dakren is open at http://127.0.0.1:#{port}/   (data in #{data_dir}; stop with Ctrl-C)"
  puts Dakren::Rooms::Sharing.now.says if doors
end

$stdout.sync = true
begin
  Puma::Launcher.new(configuration, log_writer: Puma::LogWriter.new(StringIO.new, $stderr), events: events).run
rescue Errno::EADDRINUSE
  warn "Port #{port} is taken. Start with --port #{port.to_i + 1}."
  exit 1
rescue Interrupt
  # Ctrl-C is the way to stop.
ensure
  doors&.close
  Dakren::Stores::Now.keep
  Dakren::Stores::Database.close
end
puts "Dakren is closed."
