# frozen_string_literal: true

require "net/http"
require "socket"

# The application as people run it, in a process of its own on loopback.
class Served
  # Yields a Served; the server ends with the block.
  def self.open
    served = new
    yield served
  ensure
    served&.stop
  end

  attr_reader :port, :pid

  def initialize
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    @pid = Process.spawn({ "PORT" => port.to_s }, "bin/server", out: File::NULL, err: File::NULL)
    wait
  end

  def stop
    Process.kill(:TERM, pid)
    Process.wait(pid)
  rescue Errno::ESRCH
    nil # it has been killed
  end

  def url(path) = "http://localhost:#{port}#{path}"

  # MB that the process holds for itself; pages of the database file, which the system keeps, are not among them.
  def memory = File.read("/proc/#{pid}/status")[/RssAnon:\s+(\d+)/, 1].to_i / 1024.0

  # A session as a browser keeps it: cookie and token.
  def visit(path)
    response = Net::HTTP.get_response(URI(url(path)))
    @cookie = response["set-cookie"].to_s.split(";").first
    @pass = response.body[/X-Upload-Pass&quot;:&quot;([^&]+)&quot;/, 1]
    @token = response.body[/X-CSRF-Token&quot;:&quot;([^&]+)&quot;/, 1]
    response
  end

  # Sends a change; answers [response, server seconds].
  def patch(path, form)
    request = Net::HTTP::Patch.new(URI(url(path)),
                                   { "HX-Request" => "true", "Cookie" => @cookie, "X-CSRF-Token" => @token })
    request.set_form_data(form)
    response = Net::HTTP.start("localhost", port) { |http| http.request(request) }
    raise "refused: #{response.code} #{response.body[-200..]}" unless response.is_a?(Net::HTTPSuccess)

    [ response, response["x-runtime"].to_f ]
  end

  # Sends a form as a browser does; answers the response.
  def post(path, form = {})
    request = Net::HTTP::Post.new(URI(url(path)), { "Cookie" => @cookie.to_s, "X-CSRF-Token" => @token.to_s })
    request.set_form_data(form)
    Net::HTTP.start("localhost", port) { |http| http.request(request) }
  end

  # Sends a file; the page that was visited last must have its form.
  def upload(path, file)
    request = Net::HTTP::Post.new(URI(url(path)), { "Cookie" => @cookie.to_s, "X-CSRF-Token" => @token.to_s,
                                                    "X-Upload-Pass" => @pass.to_s })
    File.open(file, "rb") do |io|
      request.set_form([ [ "file", io, { filename: File.basename(file) } ] ], "multipart/form-data")
      Net::HTTP.start("localhost", port) { |http| http.request(request) }
    end
  end

  private

  def wait
    200.times do
      TCPSocket.new("127.0.0.1", port).close
      return
    rescue Errno::ECONNREFUSED
      sleep 0.1
    end
    raise "the server did not start"
  end
end
