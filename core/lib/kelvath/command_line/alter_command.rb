# frozen_string_literal: true

module Kelvath
  class CommandLine
    # kelvath alter: from one state of a design to another.
    module AlterCommand
      private

      def alter(start, goal, options)
        platform = Platforms.fetch(need(options, :platform))
        sides = [ start, goal ].map { |file| side(file, platform, options) }
        recipe = Scripting::Recipes.fetch(sides.last.model, options[:recipe] || Scripting::Recipes.usual.id)
        alteration = Altering.between(*sides, answers: answers(sides, options), recipe:)
        told(alteration)
        return prove_alteration(platform, alteration) if options[:prove]

        chosen = options[:back] ? alteration.reverse : alteration
        @out.print chosen.script.text unless chosen.equal?
        @err.puts "statements=#{chosen.statements.size} losses=#{chosen.losses.size}"
        return open_losses(chosen) if chosen.asks? && chosen.questions.select(&:needed).all?(&:lost)
        raise Error, unanswered(chosen) if chosen.asks?

        chosen.equal? ? 0 : 2
      end

      UNSETTLED = 3 # the code of a script on which it hangs whether something is lost

      def open_losses(alteration)
        alteration.losing_questions.each { |each| @err.puts "kelvath: #{unanswered_of(each)}" }
        UNSETTLED
      end

      # A model file, a database file of the platform, or a script.
      def side(file, platform, options)
        raise UnreadableFile, "There is no file #{file}." unless File.file?(file)
        return database_side(file, platform) if File.binread(file, 16) == ReadCommand::DATABASE
        return script_side(file, platform) unless File.read(file, 200).to_s.scrub.lstrip.start_with?("{")

        model = load(file)
        designs = model.all(:design).select { |each| each.platform == platform.key }
        designs = designs.select { |each| each.name.casecmp?(options[:design]) } if options[:design]
        raise Error, "#{file} has no such design for #{platform.title}." if designs.empty?

        Altering::Side.new(model:, design_id: designs.last.id)
      end

      def script_side(file, platform)
        result = Reading.read(sources_of(file), platform:)
        unless result.any?
          raise UnreadableFile, "#{file} is no model file, no database, and no script of which anything is understood."
        end

        result.catalog.log.each { |remark| tell(remark) if remark.level == :warning }
        Altering::Side.of_catalog(result.catalog, platform.key, ids:)
      end

      def database_side(file, platform)
        open = @databases.fetch(platform.key) do
          raise BadCall, "#{file} is no model file, and a #{platform.title} database cannot be read from a file."
        end
        catalog = open.call(file) { |query| Intake.catalog(platform.key, query) }
        Altering::Side.of_catalog(catalog, platform.key, ids:)
      end

      # As Altering::Answers.said reads them.
      def answers(sides, options)
        list = options.fetch(:answers, []).map do |each|
          about, text = each.split("=", 2)
          text ? [ about, text ] : raise(BadCall, "“--answer #{each}” is to say what about, = and a value or a name.")
        end
        Altering::Answers.said(*sides, list, lost: options.fetch(:lose, []))
      end

      def told(alteration)
        alteration.losses.each { |loss| @err.puts "#{loss.stops? ? 'may stop' : 'loss'}: #{loss.words}" }
        alteration.questions.each { |each| @err.puts "#{each.needed ? 'open' : 'question'}: #{each.words}" }
      end

      def unanswered(alteration) = unanswered_of(alteration.questions.find(&:needed))

      def unanswered_of(open)
        "#{open.words} Say it: --answer #{open.about}=#{open.example}#{", or --lose #{open.lost}" if open.lost}"
      end

      def prove_alteration(platform, alteration)
        raise Error, "Nothing runs here on which #{platform.title} could be tried." unless @trials
        [ alteration, alteration.reverse ].each { |each| raise Error, unanswered(each) if each.asks? }

        account = nil
        @trials.call(platform.key) { |engine| account = Altering::Trial.new(alteration, engine, ids:).call }
        { "there" => account.there, "back" => account.back }.each do |way, leg|
          leg.differences.each { |each| @out.puts "#{way}: #{each}" }
          leg.astray.each { |each| @out.puts "#{way}: #{each}" }
          @err.puts "#{way}: statements=#{leg.statements} rows=#{leg.rows} differences=#{leg.differences.size}"
        end
        account.clean? ? 0 : 2
      end
    end
  end
end
