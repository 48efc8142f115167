# frozen_string_literal: true

module Kelvath
  class CommandLine
    # kelvath publish: a dossier of a model as a file.
    module PublishCommand
      private

      # What stands in the way of publishing is said, and does not hinder it.
      def publish(file, options)
        model = load(file)
        dossier = Publishing.fetch(model, need(options, :dossier))
        format, out, standard = need(options, :to), need(options, :out), standard_or_plain(options)
        publisher = @publishing&.call || raise(Error, "Nothing is published here.")
        writable = publisher.method(:writes?)
        Publishing::LookOver.new(model, dossier, standard:, writable:).concerns.each { |each| @err.puts "note: #{each.message}" }
        bytes = publisher.bytes(format, model, dossier, standard:)
        File.binwrite(out, bytes)
        @err.puts "dossier=#{dossier.name} bytes=#{bytes.bytesize}"
        0
      end
    end
  end
end
