# frozen_string_literal: true

require_relative "../core_helper"
require_relative "../served"
require "open3"
require "openssl"

# The shop as it is really shared: two doors on two addresses, the passphrase told at the terminal, a certificate of the shop's own.
class ServedSharingTest < CoreTest
  by_turns :test_a_certificate_of_its_own,
    :test_it_is_shared_with_a_passphrase_and_never_without

  ADDRESS = "127.0.0.2"
  WORDS = "seven warm tins"
  PATIENCE_S = 60

  def setup
    @data = Dir.mktmpdir("dakren-shared")
  end

  def teardown
    @shop&.stop("KILL")
    FileUtils.rm_rf(@data)
  end

  def command(*told, input: "")
    Open3.capture2e({ "RUBYOPT" => nil }, Served::START, *told, "--data", @data, stdin_data: input)
  end

  def shared
    @shop = Served.new("--share", ADDRESS, "--empty", data: @data).start
  end

  def ask(address, path, secure: false, **headers)
    request = Net::HTTP::Get.new(path, headers.transform_keys(&:to_s))
    options = { open_timeout: PATIENCE_S, read_timeout: PATIENCE_S }
    options.update(use_ssl: true, ca_file: File.join(@data, "tls", "shop-ca.pem")) if secure
    Net::HTTP.start(address, @shop.port, **options) { |http| http.request(request) }
  end

  def test_it_is_shared_with_a_passphrase_and_never_without
    told, status = Open3.capture2e({ "RUBYOPT" => nil }, Served::START, "--share", ADDRESS, "--port", "0", "--empty", "--data", @data)

    refute_predicate status, :success?
    assert_match(/port|passphrase/, told)
    port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    told, status = command("--share", ADDRESS, "--port", port.to_s, "--empty")

    refute_predicate status, :success?
    assert_includes told, "No passphrase is set, so the shop is not shared."
    told, status = command("passphrase", input: "short\n")

    refute_predicate status, :success?
    assert_includes told, "at least 10"
    assert_includes command("passphrase", input: "#{WORDS}\n").first, "The passphrase is set"
    shared

    assert_match(%r{In the workshop: http://127\.0\.0\.2:\d+/}, @shop.output)
    assert_includes @shop.output, "\u2588", "a code for phones"
    refute_includes @shop.output, WORDS
    assert_equal "200", ask("127.0.0.1", "/").code, "nothing is asked at home"
    assert_equal %w[303 200], [ask(ADDRESS, "/").code, ask(ADDRESS, "/entrance").code]
    { "127.0.0.1" => "403", "localhost" => "403", "evil.example" => "403" }.each do |host, code|
      assert_equal code, ask(ADDRESS, "/", Host: host).code, host
    end
    assert_equal "403", ask("127.0.0.1", "/", Host: ADDRESS).code
    assert_raises(SystemCallError) { ask("127.0.0.3", "/") }
  end

  def test_a_certificate_of_its_own
    command("passphrase", input: "#{WORDS}\n")
    told, status = command("certificate", ADDRESS)

    assert_predicate status, :success?, told
    assert_match(/(?:[0-9A-F]{2}:){31}[0-9A-F]{2}/, told)
    shared

    assert_match(%r{In the workshop: https://127\.0\.0\.2:\d+/}, @shop.output)
    assert_equal "303", ask(ADDRESS, "/", secure: true).code
    assert_match(/; secure/i, ask(ADDRESS, "/entrance", secure: true)["set-cookie"])
    assert_raises(OpenSSL::SSL::SSLError) { Net::HTTP.start(ADDRESS, @shop.port, use_ssl: true) { |http| http.get("/") } }
    authority = OpenSSL::X509::Certificate.new(ask(ADDRESS, "/entrance/shop-ca.crt", secure: true).body)

    assert_equal told[/(?:[0-9A-F]{2}:){31}[0-9A-F]{2}/].delete(":").downcase, OpenSSL::Digest::SHA256.hexdigest(authority.to_der)
    modes = Dir.glob(File.join(@data, "tls", "*")).map { |file| File.stat(file).mode & 0o777 }

    assert_equal [0o600], modes.uniq
    command("certificate", ADDRESS)

    assert_equal authority.to_der, OpenSSL::X509::Certificate.new(File.read(File.join(@data, "tls", "shop-ca.pem"))).to_der,
      "phones that trust it go on trusting it"
    assert_includes command("certificate", "300.1.1.1").first, "is no address"
    assert_includes command("certificate", "phone").first, "is not understood"
  end
end
