# frozen_string_literal: true

# Turns away bodies that are too large before anything unpacks them.
class UploadLimit
  # limit: bytes.
  def initialize(app, limit:)
    @app = app
    @limit = limit
  end

  def call(env)
    size = env["CONTENT_LENGTH"].to_i
    return @app.call(env) if size <= @limit

    megabytes = 1024 * 1024
    message = "This file has #{size / megabytes} MB; the browser can send up to #{@limit / megabytes} MB. " \
              "Read a larger one on the command line: bin/kelvath read FILE --platform sqlite --out MODEL. Nothing " \
              "was changed."
    [ 413, { "content-type" => "text/plain; charset=utf-8" }, [ message ] ]
  end
end
