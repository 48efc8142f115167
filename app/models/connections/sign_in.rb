# frozen_string_literal: true

# Somebody is connected: the server let that person in, and said these facts of itself. The secret that was given is
# forgotten when the person disconnects, when the server of Kelvath starts again, and after a working day.
class SignIn < ApplicationRecord
  LASTS = 12.hours

  encrypts :secret
  belongs_to :connection

  scope :lasting, -> { where(created_at: LASTS.ago..) }

  # What a server that starts again forgets.
  def self.forget_all = delete_all
  def self.forget_old = where(created_at: ..LASTS.ago).delete_all

  # The secret that was given; nil if it cannot be read any more.
  def kept_secret
    secret
  rescue ActiveRecord::Encryption::Errors::Decryption
    nil
  end
end
