# frozen_string_literal: true

require "zip"

# Zip files of what is at hand. Without the marks of files beyond 4 GB, which some readers take for damage.
module ZipBytes
  Zip.write_zip64_support = false

  # files: { name => bytes or text, or a block that is given what to write to (<<) }, in their order.
  def self.of(files)
    buffer = Zip::OutputStream.write_buffer do |zip|
      files.each do |name, content|
        zip.put_next_entry(name)
        content.respond_to?(:call) ? content.call(zip) : zip.write(content)
      end
    end
    buffer.string
  end
end
