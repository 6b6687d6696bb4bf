# frozen_string_literal: true

require "socket"

# The cable between a browser and the shop: what it carries is passed on, until it is pulled. A proxy of one request each.
class Cable
  attr_reader :port

  def initialize
    @server = TCPServer.new("127.0.0.1", 0)
    @port = @server.addr[1]
    @pulled = false
    @thread = Thread.new { loop { Thread.new(@server.accept) { |from| carry(from) } } }
  end

  def pull
    @pulled = true
  end

  def plug_in
    @pulled = false
  end

  def close
    @thread.kill
    @server.close
  end

  private

  def carry(from)
    return from.close if @pulled

    head = from.gets("\r\n\r\n") or return from.close
    verb, address, rest = head.split(" ", 3)
    to = address.match(%r{\Ahttp://([\d.]+):(\d+)(.*)\z}) or return from.close
    host, port, path = to.captures
    bytes = head[/^Content-Length: (\d+)/i, 1].to_i
    TCPSocket.open(host, port.to_i) do |shop|
      shop.write("#{verb} #{path} #{rest.sub(/^(?:Proxy-)?Connection:.*\r\n/i, "")}".sub("\r\n\r\n", "\r\nConnection: close\r\n\r\n"))
      IO.copy_stream(from, shop, bytes) if bytes.positive?
      IO.copy_stream(shop, from)
    end
  rescue SystemCallError, IOError
    nil
  ensure
    from.close unless from.closed?
  end
end
