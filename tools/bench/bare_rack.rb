# frozen_string_literal: true

require "net/http"
require "socket"
require "tmpdir"

# What the machine itself takes for an answer: a bare Rack application on the same server, with nothing behind it.
class BareRack
  RACKUP = "run ->(_) { [200, { \"content-type\" => \"text/html\" }, [\"<!DOCTYPE html><title>bare</title>\"]] }\n"
  # As the shop is served, see app/serve.rb.
  CONFIG = "threads 1, 8\nenable_keep_alives false\nenvironment \"production\"\nquiet\n"
  PATIENCE_S = 20

  attr_reader :port

  def start
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    @dir = Dir.mktmpdir("dakren-bare")
    file = File.join(@dir, "config.ru")
    File.write(file, RACKUP)
    config = File.join(@dir, "puma.rb")
    File.write(config, CONFIG)
    @pid = Process.spawn("bundle", "exec", "puma", "--config", config, "--bind", "tcp://127.0.0.1:#{port}", file, out: File::NULL)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + PATIENCE_S
    IO.select(nil, nil, nil, 0.05) until answers? || Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
    self
  end

  def answers?
    Net::HTTP.get_response("127.0.0.1", "/", port).code == "200"
  rescue SystemCallError, EOFError
    false
  end

  def stop
    Process.kill("INT", @pid)
    Process.wait(@pid)
    FileUtils.rm_rf(@dir)
  end
end
