# frozen_string_literal: true

module Kelvath
  # What must hold in every model, whatever is done to it. Only what a change touched is checked.
  class Invariants
    # Checks the model that a change made. restoring: it brings back what was checked when it was written.
    # Raises InvalidChange with every problem.
    def self.check(change, after, restoring: false)
      rules = new(change, after)
      problems = restoring ? [] : rules.ill_formed
      problems = rules.problems if problems.empty?
      raise InvalidChange, problems if problems.any?
    end

    def initialize(change, after)
      @change = change
      @model = after
      @sound = {}.compare_by_identity # native types, of which many columns have one
    end

    # InvalidChange::Problem values, empty when all is well.
    def problems
      touched = (@change.additions.map(&:id) + @change.updates.map(&:id)).uniq.filter_map { |id| @model[id] }
      touched.flat_map { |element| element_problems(element) } + name_clashes + cycles(touched) +
        domain_circles(touched) + Naming::Soundness.problems(touched, @model) + last_diagrams +
        repeated_values
    end

    # Values that cannot stand in their fields; this is the gate that everything passes, whoever brings it.
    def ill_formed
      found = []
      @change.additions.each do |element|
        ids = Metamodel::ValueCheck.id?(element.id) &&
              (element.parent_id.nil? || Metamodel::ValueCheck.id?(element.parent_id))
        found.concat(problem(element, nil, "#{article(element)} has an id that is none.")) unless ids
        element.values.each { |name, value| found.concat(fault(element, name, value)) }
      end
      @change.updates.each do |update|
        (element = @model[update.id]) && found.concat(fault(element, update.field, update.after))
      end
      found
    end

    private

    def fault(element, name, value)
      field = element.class.fetch_field(name)
      return NONE if @sound.key?(value)

      fault = Metamodel::ValueCheck.fault(field, value)
      return problem(element, field.name, fault) if fault

      @sound[value] = true if field.type == :native_type
      NONE
    end

    NONE = [].freeze

    # { kind => rules that can say something about it }
    RULES = Metamodel::KINDS.transform_values do |type|
      [ (:missing_name if type.needs_name?), :lost_parent,
        (:lost_references if type.reference_fields.any? || type.expression_fields.any? || type.fields.key?(:options)),
        (:needed if type.kind != :diagram && type.reference_fields.any?(&:removes_when_gone?)),
        *(%i[ranges recursion carried] if type.kind == :relationship),
        (:carried if type.kind == :attribute) ].compact.freeze
    end.freeze

    # Most elements break no rule; nothing is made for them.
    def element_problems(element)
      RULES.fetch(element.kind).reduce(NONE) do |problems, rule|
        found = send(rule, element)
        found.empty? ? problems : problems + found
      end
    end

    def missing_name(element)
      return NONE unless element.name.strip.empty?

      problem(element, :name, "#{article(element)} needs a name.")
    end

    def lost_parent(element)
      within = element.class.within
      return NONE if within.empty? ? element.parent_id.nil? : within.include?(@model[element.parent_id]&.kind)

      place = within.empty? ? "in the model itself" : "within its #{within.join(' or ').tr('_', ' ')}"
      problem(element, nil, "#{article(element)} must stand #{place}.")
    end

    def lost_references(element)
      said = element.values # a default refers to nothing
      broken = element.class.reference_fields.reject do |field|
        value = said[field.name]
        value.nil? || (value.is_a?(Array) ? value.all? { |id| fits?(field, id) } : fits?(field, value))
      end
      element.class.expression_fields.each do |field|
        broken << field unless said[field.name].nil? || known_in?(said[field.name])
      end
      broken << element.class.fetch_field(:options) unless options_of(element).all? { |text| known_in?(text) }
      return NONE if broken.empty?

      broken.flat_map do |field|
        problem(element, field.name,
                "#{field.label} of #{Describing.title(element, @model)} points at something that is not there.")
      end
    end

    def known_in?(text) = Metamodel::Expression.ids(text).all? { |id| @model.key?(id) }
    def options_of(element) = element.values[:options]&.values&.grep(String) || NONE

    # What cannot stand without something must say what that is; a diagram may belong to no design.
    def needed(element)
      element.class.reference_fields.select { |field| field.removes_when_gone? && element[field.name].nil? }
             .flat_map do |field|
               problem(element, field.name, "#{article(element)} needs #{field.label.downcase}: name it, or remove " \
                                            "the #{element.class.title}.")
             end
    end

    # A composed id names a migrated attribute: relationships, then the attribute it comes from.
    def fits?(field, id)
      return field.to.include?(@model[id]&.kind) unless id.include?(".")

      *path, last = id.split(".")
      field.to.include?(@model[last]&.kind) &&
        path.all? { |part| %i[relationship subtype_group].include?(@model[part]&.kind) }
    end

    def ranges(element)
      %i[from to].select do |side|
        element[:"#{side}_most"] && element[:"#{side}_least"].to_i > element[:"#{side}_most"]
      end
                 .flat_map { |side| problem(element, :"#{side}_least", "The least number cannot be above the most.") }
    end

    def recursion(element)
      return NONE unless element.identifying
      if element.from_id == element.to_id
        return problem(element, :identifying, "A relationship of an entity with itself cannot be identifying.")
      end

      return [] unless Logical::Cardinality.many_to_many?(element)

      problem(element, :identifying, "A many-to-many relationship cannot be identifying.")
    end

    # Only what is many to many can carry attributes: of anything else they belong to an entity.
    def carried(element)
      relationship = element.kind == :relationship ? element : nil
      relationship ||= @model[element.parent_id] if element.kind == :attribute
      return [] unless relationship&.kind == :relationship && !Logical::Cardinality.many_to_many?(relationship)
      return [] if element.kind == :relationship && @model.children(element.id, :attribute).empty?

      problem(element, nil, "Only a many-to-many relationship carries attributes; of this one they belong " \
                            "to #{@model[Logical::Cardinality.child_id(relationship)].name}.")
    end

    # Only what is new or has another name can clash.
    def name_clashes
      named = (@change.additions + @change.updates.select { |update| renames?(update) }).map(&:id)
      touched = named.uniq.filter_map { |id| @model[id] }.select { |element| element.class.name_once_in }
      touched.group_by { |element| element.class.name_place(element) }.each_value.flat_map do |list|
        taken = list.first.class.namesakes(list.first, @model).map { |sibling| sibling.name.downcase }
        next NONE if taken.uniq.size == taken.size

        times = taken.tally
        list.select { |element| times.fetch(element.name.downcase, 0) > 1 }.flat_map { |element| clash(element) }
      end
    end

    def renames?(update) = @model[update.id]&.class&.naming_fields&.include?(update.field)

    def clash(element)
      where = element.parent_id ? " in #{@model[element.values[:schema_id] || element.parent_id]&.name}" : ""
      problem(element, :name,
              "There is #{article(element).downcase} called “#{element.name}”#{where} already; choose another name.")
    end

    def cycles(touched)
      return [] unless touched.any? { |element| %i[relationship subtype_group].include?(element.kind) }

      cycle = Logical::KeyMigration.cycle(@model) or return []
      names = cycle.map { |id| @model[id].name }
      problem(@model[cycle.first], :identifying,
              "These entities would identify each other in a circle: #{[ *names, names.first ].join(' → ')}.")
    end

    # Only what is new or says something else can repeat a value of its domain.
    def repeated_values
      said = @change.additions.map(&:id) + @change.updates.select { |update| update.field == :value }.map(&:id)
      said.uniq.filter_map { |id| @model.of_kind(id, :allowed_value) }.flat_map do |value|
        alike = @model.children(value.parent_id, :allowed_value).select { |each| each.value == value.value }
        next NONE if alike.one?

        problem(value, :value, "#{@model.fetch(value.parent_id).name} takes the value “#{value.value}” already.")
      end
    end

    # Each stage keeps a diagram, and each design.
    def last_diagrams
      @change.removals.select { |element| element.kind == :diagram }.flat_map do |gone|
        next NONE if gone.design_id && !@model.key?(gone.design_id)
        if @model.all(:diagram).any? { |each| [ each.stage, each.design_id ] == [ gone.stage, gone.design_id ] }
          next NONE
        end

        problem(gone, nil, "A model keeps at least one diagram of each stage.")
      end
    end

    # A domain may not be based on itself, nor on one that is based on it.
    def domain_circles(touched)
      touched.select { |element| element.kind == :domain && element.base_id }.flat_map do |domain|
        chain = Logical::ValueType.chain(domain, @model)
        next [] unless chain.last.base_id

        problem(domain, :base_id, "A domain cannot be based on " \
                                  "itself: #{[ *chain.map(&:name), @model[chain.last.base_id].name ].join(' → ')}.")
      end
    end

    def article(element) = "#{element.class.title.match?(/\A[aeiou]/) ? 'An' : 'A'} #{element.class.title}"
    def problem(element, field, message) = [ InvalidChange::Problem.new(element_id: element&.id, field:, message:) ]
  end
end
