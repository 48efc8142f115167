# frozen_string_literal: true

# A picture for the cover of a dossier, as the text of a data URL (RFC 2397).
module Logo
  # { media type => what such files begin with }
  KINDS = { "image/png" => /\A\x89PNG\r\n\x1A\n/n, "image/jpeg" => /\A\xFF\xD8\xFF/n }.freeze
  MOST = 300_000 # bytes

  module_function

  # file: as it was sent, or "" to have none. Raises Kelvath::UnreadableFile.
  def read(file)
    return "" unless file.respond_to?(:tempfile)

    bytes = file.read(MOST + 1).to_s.b
    refuse("it has more than #{MOST / 1000} kB") if bytes.bytesize > MOST
    kind = KINDS.find { |_, beginning| bytes.match?(beginning) }&.first
    refuse("it is none; drawings in SVG are not taken, because they can hold scripts") unless kind
    "data:#{kind};base64,#{[ bytes ].pack('m0')}"
  end

  def refuse(why)
    raise Kelvath::UnreadableFile, "A logo is a picture in PNG or JPEG: #{why}."
  end
  private_class_method :refuse
end
