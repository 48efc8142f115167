# frozen_string_literal: true

require "test_helper"
require "puma"
require "puma/server"
require "socket"

# Through a real server: bodies are refused from their length, or when they have grown too large, before they
# are read, and larger ones only come in with a pass.
class UploadPassTest < ActiveSupport::TestCase
  LIMIT = 3 << 20

  setup do
    @bodies = []
    app = ->(env) { @bodies << env["rack.input"].read.bytesize; [ 200, {}, [ "ok" ] ] }
    @server = Puma::Server.new(app, nil, log_writer: Puma::LogWriter.null, http_content_length_limit: LIMIT,
                               min_threads: 1, max_threads: 1)
    @port = @server.add_tcp_listener("127.0.0.1", 0).addr[1]
    @server.run
  end

  teardown { @server.stop(true) }

  # length: as the header says, nil for a body in pieces; sent: bytes that are really sent. Answers the status.
  def post(length:, sent:, path: "/", headers: "")
    TCPSocket.open("127.0.0.1", @port) do |socket|
      socket.write("POST #{path} HTTP/1.1\r\nHost: " \
                   "localhost\r\n#{headers}#{length ? "Content-Length: #{length}" : 'Transfer-Encoding: chunked'}" \
                   "\r\n\r\n")
      begin
        if length
          socket.write("x" * sent)
        else
          (sent / 65_536).times { socket.write("10000\r\n#{'x' * 65_536}\r\n") } && socket.write("0\r\n\r\n")
        end
      rescue Errno::EPIPE, Errno::ECONNRESET
        nil # the server has heard enough
      end
      begin
        socket.gets.to_s[/ (\d+) /, 1].to_i
      rescue Errno::ECONNRESET
        413
      end
    end
  end

  test "what is too large, or has no pass, is refused before it is there" do
    pass = UploadPass.issue
    address = "/intakes?pass=#{CGI.escape(pass)}"
    assert_equal 200, post(length: 1000, sent: 1000)
    assert_equal 413, post(length: 2 << 20, sent: 0), "from its length alone"
    assert_equal 413, post(length: nil, sent: 2 << 20), "in pieces"
    assert_equal 200, post(length: 2 << 20, sent: 2 << 20, path: address)
    assert_equal 200, post(length: nil, sent: 2 << 20, headers: "X-Upload-Pass: #{pass}\r\n")
    assert_equal 413, post(length: 4 << 20, sent: 0, path: address)
    assert_equal 413, post(length: nil, sent: 5 << 20, path: address)
    assert_equal 413, post(length: 2 << 20, sent: 0, path: "/?pass=#{pass}x")
    assert_equal [ 1000, 2 << 20, 2 << 20 ], @bodies, "the application saw only what was let in"
  end

  test "a pass does not last for ever" do
    pass = UploadPass.issue
    travel(UploadPass::LASTS + 1.second) { refute UploadPass.shown?({ "QUERY_STRING" => "pass=#{CGI.escape(pass)}" }) }
    assert UploadPass.shown?({ "QUERY_STRING" => "a=1&pass=#{CGI.escape(pass)}" })
  end
end
