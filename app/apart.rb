# frozen_string_literal: true

# What sharing needs, told at the shop's own computer: ruby app/apart.rb passphrase|certificate DATA_DIR [ADDRESS]. Called by bin/dakren.
command, data_dir, address = ARGV

if command == "passphrase"
  require_relative "boot"
  require "io/console"
else
  # Nobody waits for the whole shop where only its address is asked.
  require_relative "outside"
  %w[stores/data_folder formats/certificate rooms/sharing].each { |file| require_relative file }
end

def passphrase(data_dir)
  Dakren::Stores::Database.open(data_dir)
  text = if $stdin.tty?
           $stdout.print("The shop's passphrase, at least #{Dakren::Stores::Passphrase::LEAST} characters: ")
           $stdin.noecho(&:gets).tap { puts }
         else
           $stdin.gets
         end
  unfit = Dakren::Stores::Passphrase.set(text.to_s.chomp)
  return warn("The passphrase #{unfit}.") || exit(2) if unfit

  puts "The passphrase is set. Start with bin/dakren --share."
end

def certificate(data_dir, address)
  at = address || Dakren::Rooms::Sharing.addresses.first
  return warn("This machine is in no network. Say which address: bin/dakren certificate 192.168.1.20") || exit(2) if at.nil?

  mark = Dakren::Formats::Certificate.new(File.join(data_dir, "tls"), at).make
  puts <<~TEXT
    There is a certificate for #{at}, for #{Dakren::Formats::Certificate::DAYS} days. Start with bin/dakren --share #{at}
    Each phone trusts it once: open https://#{at}:4567/entrance/shop-ca.crt on it (it warns, go on), install what comes as a certificate
    authority (on some phones: Settings, Security, Encryption; on others: Settings, General, Profiles, and then trust it fully), and compare:
    #{mark}
  TEXT
rescue IPAddr::Error
  warn("#{at} is no address, e.g. 192.168.1.20.")
  exit 2
end

begin
  command == "passphrase" ? passphrase(data_dir) : certificate(data_dir, address)
rescue Dakren::Stores::DataFolder::Refused => e
  warn e.message
  exit 1
end
