# frozen_string_literal: true

# Gives every answer the headers of security that pages have: error pages and files, too, which come from before
# the application.
class SameHeaders
  def initialize(app)
    @app = app
  end

  def call(env)
    status, headers, body = @app.call(env)
    wanted.each { |name, value| headers[name] ||= value }
    [ status, headers, body ]
  end

  private

  def wanted
    @wanted ||= ActionDispatch::Response.default_headers.transform_keys(&:downcase)
                                        .merge("content-security-policy" =>
                                                 Rails.application.config.content_security_policy.build)
  end
end
