# frozen_string_literal: true

# Copies the shop, or puts a copy back: ruby app/copying.rb backup|restore DATA_DIR [FILE]. Called by bin/dakren once the gems are there.
require_relative "boot"

command, data_dir, file = ARGV

begin
  stores = Dakren::Stores
  told = Dakren::Rooms::CopiesPage
  path = File.join(data_dir, stores::Database::FILE)
  if command == "backup"
    made = stores::Backup.make(path, file || stores::Copies.of(path).fresh("asked"))
    puts "Copied to #{made.path} (#{(made.bytes / 1e6).round(1)} MB): #{told.counted(made.counts)}. Opened and counted: it is whole."
    puts "It lies on the same disk as the shop: that alone is no backup. Name a file on a stick or another disk." \
      if File.stat(made.path).dev == File.stat(path).dev
  else
    stores::DataFolder.new(data_dir, "bin/dakren restore")
    done = stores::Backup.restore(file, data_dir)
    puts "#{file} is the shop in #{data_dir} now: #{told.counted(done.counts)}."
    puts "What stood there before is kept as #{done.replaced}." if done.replaced
    puts "Start it with: bin/dakren#{" --data #{data_dir}" unless data_dir == File.join(Dakren::ROOT, "data")}"
  end
rescue stores::Backup::Failed, stores::DataFolder::Refused => e
  warn e.message
  exit 1
end
