# frozen_string_literal: true

require "fileutils"
require "rack"
require "tempfile"

# Files that come with a request stand in a folder of their own and are gone when it has been answered, whatever became
# of it; what a killed server has left is swept when the next one starts.
class UploadFiles
  # folder: where they stand.
  def initialize(app, folder:)
    @app = app
    @folder = folder.to_s
  end

  def call(env)
    made = []
    env[Rack::RACK_MULTIPART_TEMPFILE_FACTORY] = lambda do |name, _type|
      FileUtils.mkdir_p(@folder, mode: 0o700)
      Tempfile.new([ "#{Process.pid}-", File.extname(name.to_s.tr("\0", ""))[0, 20] ], @folder).tap { |file|
        made << file }
    end
    @app.call(env)
  rescue Rack::Multipart::MultipartPartLimitError
    [ 413, { "content-type" => "text/plain; charset=utf-8" },
      [ "Too many files came at once; put them into one zip and send that. Nothing was changed." ] ]
  ensure
    made&.each(&:close!)
  end

  # Takes away what processes that have ended have left in the folder.
  def self.sweep(folder)
    Dir.glob(File.join(folder, "*")).each do |path|
      FileUtils.rm_f(path) unless File.directory?("/proc/#{File.basename(path).to_i}")
    end
  end
end
