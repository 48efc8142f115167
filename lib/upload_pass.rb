# frozen_string_literal: true

# Who sends a large body shows that a page of ours asked for it, before any of the body is taken: in the address
# (pass) or in a header. A small one is refused later, like any other, when its token is wrong.
module UploadPass
  SMALL = 1024 * 1024 # bytes that come in without a pass
  LASTS = 24.hours
  HEADER = "HTTP_X_UPLOAD_PASS"

  module_function

  def issue = verifier.generate("upload", expires_in: LASTS)

  # env: of a request of which the headers are there and the body is not.
  def shown?(env)
    pass = env[HEADER] || env["QUERY_STRING"].to_s[/(?:\A|&)pass=([^&]+)/, 1]
    verifier.valid_message?(CGI.unescape(pass.to_s)) && verifier.verified(CGI.unescape(pass.to_s)) == "upload"
  end

  def verifier = Rails.application.message_verifier(:upload_pass)

  # How much of a body the server takes, from its length or piece by piece, before it is on the disk.
  module Gate
    private

    def setup_body
      @http_content_length_limit = [ @http_content_length_limit, SMALL ].compact.min unless UploadPass.shown?(@env)
      super
    end
  end
end
