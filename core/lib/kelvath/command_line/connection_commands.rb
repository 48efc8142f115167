# frozen_string_literal: true

module Kelvath
  class CommandLine
    # What goes over connections: kelvath connections, read --connection, run and drift.
    module ConnectionCommands
      private

      def reached = @reached ||= @connections&.call || raise(Error, "There are no connections here.")

      def connections(_options)
        list = reached.list
        list.each { |connection| @out.puts connection.join("\t") }
        @err.puts "connections=#{list.size}"
        0
      end

      def read_connection(options)
        name, out = need(options, :connection), need(options, :out)
        catalog, platform = reached.catalog(name, scope(options))
        taken = Starting.from_catalog(File.basename(out, ".*"), catalog, platform:, ids:,
                                      standard: standard_or_plain(options))
        taken.log.each { |remark| tell(remark) }
        raise Error, "Nothing of what was asked for is there." if catalog.tables.empty? && catalog.views.empty?

        write(taken.model, out)
        summary(taken.change_set)
      end

      def scope(options)
        Intake::Scope.of("only" => options[:only], "never" => options[:never], "schemas" => options[:schemas].to_a,
                         "kinds" => options[:kinds].to_a)
      end

      # All of it, or none of it.
      def run_script(file, options)
        model = load(file)
        name, given = need(options, :connection), options.slice(:database, :undo)
        result = reached.run(name, **given) do |platform, there|
          options[:alter] ? altering_there(model, platform, there.call, options) :
                            composition(file, model, options.merge(platform:)).script
        end
        return ran(result) unless result[:failed]

        @err.puts "kelvath: #{result[:failed]}"
        result[:lost].to_a.each { |line| @err.puts "not brought back: #{line}" }
        raise Error, outcome(result)
      end

      # What became of a run that failed, in a sentence.
      def outcome(result)
        return "All of it stands: it failed at its very end." if result[:stands]
        return "The database is as it was before." if result[:clean]

        why = [ result[:trouble], *result[:left], *result[:asks] ].compact.first.to_s.delete_suffix(".")
        "The database is not as it was before: #{why}. What goes back stands in #{result[:undo]}."
      end

      # From what is there to the latest design.
      def altering_there(model, platform, there, options)
        design = model.all(:design).select { |each| each.platform == platform }.last or
          raise Error, "This model has no design for #{Platforms.fetch(platform).title}."
        sides = [ there, Altering::Side.new(model:, design_id: design.id) ]
        kept = Altering::Answers.of(model, design.id)
        alteration = Altering.between(*sides, answers: kept.merge(answers(sides, options)))
        raise Error, unanswered(alteration) if alteration.asks?

        alteration.script
      end

      def ran(result)
        result[:unforeseen].each { |line| @err.puts "note: #{line}" }
        counts = result[:counts].map { |way, kinds| "#{way}=#{kinds.values.sum}" }.join(" ")
        @err.puts "statements=#{result[:statements]} seconds=#{result[:took]} #{counts}"
        0
      end

      # Of one model file and a connection; or of every design that is kept here and came from one.
      def drift(file = nil, options)
        return drift_of_file(file, options) if file

        found = reached.drift
        found.each do |what, counts, trouble|
          @out.puts [ what, trouble || counts.map { |way, count| "#{way}=#{count}" }.join(" ") ].join("\t")
        end
        raise Error, "Some could not be looked at." if found.any? { |_, _, trouble| trouble }

        found.any? { |_, counts, _| counts.values.any?(&:positive?) } ? 2 : 0
      end

      def drift_of_file(file, options)
        model = load(file)
        catalog, platform = reached.catalog(need(options, :connection), scope(options))
        design = model.all(:design).select { |each| each.platform == platform }.last or
          raise Error, "This model has no design for #{Platforms.fetch(platform).title}."
        read, = Joining.read(catalog, platform:, ids:, model:, design_id: design.id)
        offers = Joining::Plan.new(model, read, design_id: design.id, scope: scope(options)).offers
        offers.each { |offer| @out.puts [ offer.way, offer.title, offer.said ].reject(&:empty?).join("\t") }
        @err.puts "differences=#{offers.size}"
        offers.empty? ? 0 : 2
      end
    end
  end
end
