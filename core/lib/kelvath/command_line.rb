# frozen_string_literal: true

require "optparse"
require_relative "command_line/alter_command"
require_relative "command_line/read_command"
require_relative "command_line/connection_commands"
require_relative "command_line/publish_command"
require_relative "command_line/check_command"
require_relative "command_line/impact_command"
require_relative "command_line/compare_command"

module Kelvath
  # The commands of bin/kelvath. Each answers 0, or prints one clear line on standard error and
  # answers 1 (something is wrong with what was given) or 2 (the call itself is wrong).
  class CommandLine
    USAGE = <<~TEXT
      kelvath read FILE... --out MODEL              scripts (files, folders, zips), or an SQLite file, into a model file;
                                                    --platform P: whose scripts they are, if that is not to be found
                                                    out; --rulebook R reads their names. Answers 1 if nothing at all
                                                    was understood
      kelvath derive MODEL --platform P --out MODEL a design for a platform, added to the model (--rulebook R names it)
      kelvath script MODEL --platform P             the schema script of its latest design, on standard output
                                                    (--recipe R: by a recipe of the model, or one that ships)
      kelvath prove MODEL --platform P              runs that script on a throwaway database, reads it back, compares;
                                                    answers 0 if it is the design, 2 if it differs, 1 if it failed.
                                                    Where no engine runs the script itself is read back, no proof
      kelvath alter START GOAL --platform P         the script from the design of one model (or a script, or an SQLite
                                                    file) to that of another; --back: the way back;
                                                    --recipe R; --answer vessel.length=0 for what it
                                                    asks, --answer crew.grade=rank for what was called
                                                    rank, --lose crew.rank for what may go; --prove: tried
                                                    there and back on a throwaway database. Answers 0 if
                                                    it is proven or there is nothing to do, 2 if there is
                                                    something to do or it differs, 3 if it hangs on an
                                                    answer whether something is lost, 1 if it failed
      kelvath connections                           ways to databases that are kept here
      kelvath read --connection NAME --out MODEL    a database over one of them, into a model file; --only "sail*",
                                                    --never "*_old", --schema S, --kind table: only some of it
      kelvath run MODEL --connection NAME           runs the script of its latest design there, all or nothing
                                                    (--recipe R; --database NAME where anything would be lost; --undo
                                                    FILE keeps the way back while it runs; --alter: the
                                                    script from what is there to the design, with --answer
                                                    and --lose); answers 0, or 1 if it failed
      kelvath drift [MODEL --connection NAME]       what is other in a database than in the design; without a file: of
                                                    every model here that was read from one. Answers 0 for nothing, 2
                                                    for something. Secrets that are not kept: KELVATH_SECRET, or a line
                                                    of standard input
      kelvath publish MODEL --dossier NAME --to html --out FILE
                                                    a dossier of the model, or one that ships, as html, pdf, docx,
                                                    xlsx, csv (a zip) or markdown
      kelvath impact MODEL ELEMENT                  what a change of an element (its id, “Vessel” or “Vessel.Name”)
                                                    would reach; --way reaching: what reaches it; --depth N: no further
      kelvath check MODEL                           everything that is found in it, rules of the house included:
                                                    --format text, json or junit; --least must, should or may: how much
                                                    it must matter to be told. Answers 0 for nothing, 2 for something
      kelvath compare A B                           in what two model files differ, or with --platform P two designs,
                                                    scripts or SQLite files; --format text, json or csv. Answers 0 for
                                                    nothing, 1 for something
      kelvath layout MODEL                          places of the cards of each diagram, as JSON
      kelvath name MODEL --rulebook R               names by a rulebook (JSON), printed and written; further:
        --lexicon L (CSV) --to physical|words --design NAME --all --out MODEL --dry-run
    TEXT

    COMMANDS = %w[read derive script prove alter compare layout name connections run drift publish check impact].freeze
    WITHOUT_FILES = %w[connections drift].freeze
    CALLED = { "run" => :run_script }.freeze # where the command has the name of a method
    TWO_FILES = %w[compare alter].freeze
    ABOUT_ONE = %w[impact].freeze # take a file and the name of an element

    include AlterCommand
    include ReadCommand
    include ConnectionCommands
    include PublishCommand
    include CheckCommand
    include ImpactCommand
    include CompareCommand

    # A call that does not say what it must.
    class BadCall < Error; end

    # databases: { platform => callable (path) { |query| … } } that can be read; engines: { platform => callable
    # (script) -> the Intake::Catalog of a throwaway database in which the script was run }; trials: a callable
    # (platform) that yields what an Altering::Trial runs on; archives: a callable, a zip's bytes -> [[name, bytes], …];
    # connections: a callable that answers what reaches databases, as ConnectionCommands asks it; publishing: one that
    # answers what makes files: bytes(format, model, dossier, standard:) and writes?(text).
    def initialize(databases: {}, engines: {}, trials: nil, archives: nil, connections: nil, publishing: nil,
                   out: $stdout, err: $stderr)
      @connections = connections
      @publishing = publishing
      @archives = archives
      @trials = trials
      @databases = databases
      @engines = engines
      @out = out
      @err = err
    end

    # Runs one command; answers the exit code.
    def run(arguments)
      command, *rest = arguments
      return help if [ nil, "help", "--help", "-h" ].include?(command)
      raise BadCall, "There is no command “#{command}”. Try: kelvath help" unless COMMANDS.include?(command)

      perform(command, *parse(rest))
    rescue BadCall, OptionParser::ParseError => error
      complain(error, 2)
    rescue Error, SystemCallError => error
      complain(error, 1)
    rescue StandardError, SystemStackError => error
      complain(Error.new("Something went wrong that we did not foresee (#{error.class}). Nothing was written."), 1)
    end

    private

    def help
      @out.puts USAGE
      0
    end

    def complain(error, code)
      @err.puts "kelvath: #{error.message.dup.force_encoding(Encoding::UTF_8).scrub('?').lines.first.to_s.strip}"
      code
    end

    def parse(rest)
      options = {}
      files = OptionParser.new do |on|
        on.on("--platform P") { |value| options[:platform] = value }
        on.on("--recipe NAME") { |value| options[:recipe] = value }
        on.on("--out FILE") { |value| options[:out] = value }
        on.on("--rulebook FILE") { |value| options[:rulebook] = value }
        on.on("--lexicon FILE") { |value| options[:lexicon] = value }
        on.on("--to WAY") { |value| options[:to] = value }
        on.on("--design NAME") { |value| options[:design] = value }
        on.on("--answer ABOUT=TEXT") { |value| (options[:answers] ||= []) << value }
        on.on("--lose NAME") { |value| (options[:lose] ||= []) << value }
        on.on("--alter") { options[:alter] = true }
        on.on("--connection NAME") { |value| options[:connection] = value }
        on.on("--database NAME") { |value| options[:database] = value }
        on.on("--format FORMAT") { |value| options[:format] = value }
        on.on("--way WAY") { |value| options[:way] = value }
        on.on("--depth N", Integer) { |value| options[:depth] = value }
        on.on("--least WEIGHT") { |value| options[:least] = value }
        on.on("--dossier NAME") { |value| options[:dossier] = value }
        on.on("--undo FILE") { |value| options[:undo] = value }
        on.on("--only PATTERNS") { |value| options[:only] = value }
        on.on("--never PATTERNS") { |value| options[:never] = value }
        on.on("--schema NAME") { |value| (options[:schemas] ||= []) << value }
        on.on("--kind KIND") { |value| (options[:kinds] ||= []) << value }
        on.on("--back") { options[:back] = true }
        on.on("--prove") { options[:prove] = true }
        on.on("--all") { options[:all] = true }
        on.on("--dry-run") { options[:dry_run] = true }
      end.parse(rest)
      [ files, options ]
    end

    def perform(command, files, options)
      return read_connection(options) || 0 if command == "read" && files.empty? && options[:connection]

      wanted = [ *TWO_FILES, *ABOUT_ONE ].include?(command) ? 2 : 1
      unless files.size == wanted || (command == "read" && files.any?) ||
             (files.empty? && WITHOUT_FILES.include?(command))
        takes = ABOUT_ONE.include?(command) ? "a model file and the name of an element" :
                  { 1 => "one file", 2 => "two files" }.fetch(wanted)
        raise BadCall, "“#{command}” takes #{takes}. Try: kelvath help"
      end

      send(CALLED.fetch(command, command), *files, options) || 0
    end

    def derive(file, options)
      model = load(file)
      derived = Derivation.derive(model, platform: need(options, :platform), ids:, standard: standard_or_plain(options))
      derived.remarks.each { |remark| @err.puts "remark: #{remark}" }
      write(derived.change_set.apply(model), need(options, :out))
      summary(derived.change_set)
    end

    def script(file, options)
      model = load(file)
      @out.print composition(file, model, options).script.text
      summary(model)
    end

    def prove(file, options)
      model = load(file)
      platform = Platforms.fetch(need(options, :platform))
      composition = composition(file, model, options)
      catalog = @engines[platform.key]&.call(composition.script) || read_back(composition.script, platform)
      differences = Proof.differences(model, composition.design_id, catalog, ids:, script: composition.script)
      differences.each { |difference| @out.puts difference }
      @err.puts "statements=#{composition.script.statements.size} differences=#{differences.size}"
      differences.empty? ? 0 : 2
    end

    # What the script says, by our own reader, where no engine can be asked.
    def read_back(script, platform)
      @err.puts "note: no #{platform.title} runs here: the script is read back, which is no proof"
      catalog = Reading.read([ Reading::Source.new(name: "", text: script.text) ], platform:).catalog
      catalog.log.each { |remark| tell(remark) if remark.level == :warning }
      catalog
    end

    # The latest design for a platform, by a recipe.
    def composition(file, model, options)
      platform = Platforms.fetch(need(options, :platform))
      design = model.all(:design).select { |each| each.platform == platform.key }.last
      unless design
        raise Error, "This model has no design for #{platform.title}. Make one: kelvath " \
                     "derive #{file} --platform #{platform.key} --out MODEL"
      end

      Scripting::Composition.new(model, design.id,
                                 Scripting::Recipes.fetch(model, options[:recipe] || Scripting::Recipes.usual.id))
    end

    def layout(file, _options)
      model = load(file)
      places = model.all(:diagram).to_h { |diagram| [ diagram.name, Diagram::Layouts.places(model, diagram.id) ] }
      @out.puts JSON.pretty_generate(places)
      @err.puts "diagrams=#{places.size} cards=#{places.each_value.sum(&:size)}"
    end

    # The same as the page: what changes, line by line, then the model with all of it.
    def name(file, options)
      model = load(file)
      run = Renaming::Plan.of(model, standard(options), design_id: design(model, options[:design]).id,
                           direction: options[:to] || "physical", all: options[:all] || false)
      run.changes.each do |row|
        @out.puts [ [ row.where, row.before ].reject(&:empty?).join("."), row.after, row.translation.why ].join("\t")
      end
      run.rows.each { |row| row.warnings.each { |warning| @err.puts "#{warning.code}: #{row.after}: #{warning.text}" } }
      write(checked(run.change, model), options[:out] || file) unless options[:dry_run]
      @err.puts "names=#{run.rows.size} changed=#{run.changes.size}#{' (nothing written)' if options[:dry_run]}"
      0
    end

    def checked(change, model) = change.apply(model).tap { |after| Invariants.check(change, after) }

    def design(model, name)
      found = name ? model.all(:design).find { |design| design.name.casecmp?(name) } : model.all(:design).last
      return found if found
      raise Error, "This model has no design whose names could be made or read." unless name

      raise Error, "This model has no design called “#{name}”; it has #{model.all(:design).map(&:name).join(', ')}."
    end

    def standard_or_plain(options) = options[:rulebook] ? standard(options) : Naming::Standard.plain

    # A rulebook file, with the words of a lexicon file in place of its own.
    def standard(options)
      content = Naming::RulebookFile.read(text_of(need(options, :rulebook)), ids:)
      content.entries = entries_of(options[:lexicon]) if options[:lexicon]
      content.standard
    end

    def entries_of(file)
      require "csv"
      sheet = Naming::LexiconSheet.new(Model::EMPTY, CSV.parse(text_of(file)), ids:)
      sheet.change.additions
    rescue CSV::MalformedCSVError => error
      raise UnreadableFile.new("#{file} is not readable as CSV: #{error.message}", line: error.line_number)
    end

    def text_of(file)
      raise UnreadableFile, "There is no file #{file}." unless File.file?(file)

      text = File.read(file, encoding: "BOM|UTF-8")
      return text if text.valid_encoding?

      raise UnreadableFile, "#{file} is not UTF-8 text: " \
                            "line #{text.lines.index { |line| !line.valid_encoding? } + 1} holds other bytes."
    end

    def summary(source)
      @err.puts Summary.line(Summary.of(source))
      0
    end

    def need(options, name) = options[name] || raise(BadCall, "--#{name} is missing. Try: kelvath help")
    def ids = @ids ||= Ulid.new(clock: -> { (Time.now.to_f * 1000).floor }, random: Random.new(Random.new_seed))

    def load(file)
      raise UnreadableFile, "There is no file #{file}." unless File.file?(file)

      content = Interchange::ModelFile.read_all(File.binread(file))
      @standards = content.standards # what the file brings along is written with it again
      content.model
    end

    # Beside the file first, so that a full disk leaves the old one whole.
    def write(model, file)
      File.write("#{file}.new", Interchange::ModelFile.write(model, standards: @standards || {}))
      File.rename("#{file}.new", file)
    end
  end
end
