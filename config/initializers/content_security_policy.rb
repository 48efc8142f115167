# frozen_string_literal: true

# Nothing from elsewhere, no script and no style inside a page.
Rails.application.configure do
  config.content_security_policy do |policy|
    policy.default_src :none
    policy.script_src :self
    policy.style_src :self
    policy.font_src :self
    policy.img_src :self, :blob # a drawing on its way to a PNG file
    policy.connect_src :self
    policy.form_action :self
    policy.base_uri :none
    policy.frame_ancestors :none
  end
end
