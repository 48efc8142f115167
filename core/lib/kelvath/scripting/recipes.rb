# frozen_string_literal: true

module Kelvath
  module Scripting
    # Recipes: those that ship, and those that a model keeps.
    module Recipes
      # What can be left out of a script: { kind of statement => what people call several of it }.
      KINDS = { "schema" => "schemas", "enumerated type" => "enumerated types", "sequence" => "sequences",
                "partition" => "partitions", "foreign key" => "foreign keys", "index" => "indexes",
                "comment" => "comments", "view" => "views",
                "row" => "rows of lookup tables", "routine" => "routines", "trigger" => "triggers",
                "role" => "roles", "grant" => "rights" }.freeze

      # { id => values }. Each is the model's own as soon as it is changed.
      SHIPPED = {
        "recipe-create" => { name: "Create" },
        "recipe-rebuild" => { name: "Rebuild", drops: "if there" },
        "recipe-review" => { name: "For review", foreign_keys: "inside", without: %w[grant role] }
      }.to_h { |id, values| [ id, Metamodel::Recipe.new(id:, **values) ] }.freeze

      module_function

      # The one that scripts are written by when nobody chose.
      def usual = SHIPPED.fetch("recipe-create")

      # All that a model has: its own, and those that ship and were not changed.
      def all(model)
        own = model.all(:recipe)
        names = own.map { |each| each.name.downcase }
        SHIPPED.values.reject { |each| names.include?(each.name.downcase) } + own
      end

      # The recipe of an id or a name. Raises UnknownName.
      def fetch(model, key)
        all(model).find { |each| each.id == key || each.name.casecmp?(key.to_s) } ||
          raise(UnknownName, "There is no recipe “#{key}”; known are #{all(model).map(&:name).join(', ')}.")
      end

      # [ChangeSet, id of the recipe] that sets a field from text as typed; names has several, with commas between.
      # One that ships becomes the model's own. Raises InvalidValue, UnknownName.
      def set(model, key, field_name, raw, ids:)
        recipe = fetch(model, key)
        field = Metamodel::Recipe.fetch_field(field_name)
        value = read(model, recipe, field, raw)
        own = model.of_kind(recipe.id, :recipe)
        draft = Draft.new(model, ids:)
        changed = { field.name => value, **implied(field, value) }
        kept = own ? draft.set(own.id, **changed) :
                 draft.add(:recipe, **recipe.values, position: model.all(:recipe).size + 1.0, **changed)
        [ draft.change_set, kept.id ]
      end

      # [ChangeSet, id] of a copy under another name. Raises InvalidValue.
      def copy(model, key, name, ids:)
        draft = Draft.new(model, ids:)
        made = draft.add(:recipe, **fetch(model, key).values, name: Metamodel::Recipe.fetch_field(:name).parse(name),
                                                              position: model.all(:recipe).size + 1.0)
        [ draft.change_set, made.id ]
      end

      SELECTION = "Selection"

      # [ChangeSet, id] of the recipe that is about some tables and views, and nothing else: the model's own for what
      # was selected last.
      def of_selection(model, elements, ids:)
        patterns = elements.map { |each| each.label(model).gsub(/[*?\[\]{}\\]/) { |mark| "\\#{mark}" } }
        draft = Draft.new(model, ids:)
        known = model.all(:recipe).find { |each| each.name == SELECTION }
        made = known ? draft.set(known.id, scope: "named", patterns:) :
                 draft.add(:recipe, name: SELECTION, scope: "named", patterns:,
                                    position: model.all(:recipe).size + 1.0)
        [ draft.change_set, made.id ]
      end

      # Who says which area or names also says that it is about them.
      SCOPES = { subject_area_id: "subject area", patterns: "named", since: "changed" }.freeze

      def implied(field, value)
        SCOPES.key?(field.name) && !value.to_s.empty? && value != [] ? { scope: SCOPES[field.name] } : {}
      end

      def read(model, recipe, field, raw)
        case field.name
        when :without then kinds(raw)
        when :subject_area_id, :patterns then Editing::FieldText.read(model, recipe, field, raw)
        else field.parse(raw)
        end
      end

      # Kinds that are left out, as text with commas.
      def kinds(raw)
        list = raw.to_s.split(",").map(&:strip).reject(&:empty?)
        unknown = list - KINDS.keys
        return list.uniq.sort if unknown.empty?

        raise InvalidValue.new("“#{unknown.first}” cannot be left out; what can is #{KINDS.keys.join(', ')}.",
                               field: :without, value: raw)
      end
      private_class_method :read, :kinds, :implied
    end
  end
end
