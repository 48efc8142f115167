# frozen_string_literal: true

module Kelvath
  module Scripting
    # A script as files: one, or one for each thing with one that runs them all in order.
    module Files
      RUN_ALL = "run_all.sql"

      module_function

      # { file's name => text } of a Ddl::Script. platform: whose client reads the file that runs the others.
      def of(script, model, platform)
        groups = script.statements.chunk_while { |one, other| owner(model, one) == owner(model, other) }.to_a
        taken = Naming::TakenNames.new
        files = groups.each_with_index.to_h do |list, index|
          name = taken.take(name(model, list.first).downcase.gsub(/[^a-z0-9]+/, "_").gsub(/\A_|_\z/, ""))
          [ format("%03d_%s.sql", index + 1, name), text(script, list) ]
        end
        { RUN_ALL => run_all(script, files.keys, platform), **files }
      end

      # What each statement belongs to: its table, or itself.
      def owner(model, statement)
        element = model[statement.element_id]
        table = element && [ element, *model.ancestors(element) ].find { |each| %i[table view].include?(each.kind) }
        [ statement.kind == "drop" ? "drop" : (table&.id || statement.element_id), phase(statement) ]
      end

      # Foreign keys and what follows them come when all tables are there.
      def phase(statement) = %w[table].include?(statement.kind) ? 0 : 1

      def name(model, statement)
        element = model[statement.element_id]
        table = element && [ element, *model.ancestors(element) ].find { |each| %i[table view].include?(each.kind) }
        return "drops" if statement.kind == "drop"
        return statement.kind if table.nil?

        statement.kind == "table" ? table.name : "#{table.name} #{statement.kind}"
      end

      def text(script, list) = script.part_of(list)

      def run_all(script, names, platform)
        lines = script.heading + names.map { |name| format(platform.class::RUNS_FILE, name) }
        "#{lines.join("\n")}\n"
      end
      private_class_method :owner, :phase, :name, :text, :run_all
    end
  end
end
