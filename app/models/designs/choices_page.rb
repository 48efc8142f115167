# frozen_string_literal: true

# How a design is derived, and what each choice would do to this model.
class ChoicesPage
  # A line of the type table: what it is about, how many attributes have it, what they are in the design, the rule
  # (a TypeRule) of just this, if there is one; by: what else says so, in words.
  TypeLine = Struct.new(:about, :count, :native, :rule, :by, keyword_init: true)

  attr_reader :wrong, :field

  # given: { name => value } as somebody sent it and it was refused; wrong: why; field: of what.
  def initialize(model, design, given: nil, wrong: nil, field: nil)
    @model = model
    @design = design
    @wrong = wrong
    @field = field
    @given = given
    @choices = Kelvath::Derivation::Choices.of(design)
  end

  # What stands in a choice's field.
  def value(name) = @given && @given[name].is_a?(String) ? @given[name] : @choices[name]

  # What is chosen for each element: { id => value }
  def value_of(choice, id)
    (@given && @given[choice.name] || @choices.subtypes).fetch(id, choice.values.keys.first)
  end

  def left_out?(id) = @choices.left_out.include?(id)

  # The choices that this model and platform leave open.
  def choices
    Kelvath::Derivation::Choices::ALL.each_value.reject { |choice| choice.each && @model.all(choice.each).empty? }
  end

  # { value => what it means } of a choice.
  def values(choice) = Kelvath::Derivation::Choices.values(choice, platform)

  # [Entity, …] by name.
  def entities = @model.all(:entity).sort_by { |entity| entity.name.downcase }

  # The elements of which each is chosen for.
  def each(choice) = @model.all(choice.each).sort_by { |element| element.label(@model).downcase }

  # "Booked Vehicle: Car, Coach, Lorry"
  def about(group)
    names = group.subtype_ids.filter_map { |id| @model[id]&.name }.sort
    "#{@model[group.parent_id]&.name}: #{names.join(', ')}"
  end

  # "22 indexes": what a value would make, or is about; nil where it makes nothing.
  def effect(name, value)
    return unless value

    number, word = EFFECTS.fetch([ name, value ]) { return nil }
    count = instance_exec(&number)
    "#{count} #{count == 1 ? word : word.sub(/x\z/, 'xe')}#{'s' unless count == 1}"
  end

  EFFECTS = {
    [ "numbered keys", "none else" ] => [ -> { numbered("none else") }, "table" ],
    [ "numbered keys", "composed" ] => [ -> { numbered("composed") }, "table" ],
    [ "numbered keys", "not a number" ] => [ -> { numbered("not a number") }, "table" ],
    [ "numbered keys", "all" ] => [ -> { numbered("all") }, "table" ],
    [ "indexes", "foreign keys" ] => [ -> { count(:index) }, "index" ],
    [ "comments", "definitions" ] => [ -> { made.count { |each| each.values[:comment].present? } }, "comment" ],
    [ "allowed values", "checks" ] => [ -> { count(:check) }, "check" ],
    [ "allowed values", "lookup tables" ] => [ -> { listed.size }, "table" ],
    [ "allowed values", "enumerated types" ] => [ -> { listed.sum { |_, list| list.size } }, "column" ],
    [ "arcs", "checks" ] => [ -> { @model.all(:arc).size }, "arc" ],
    [ "schemas", "subject areas" ] => [ -> { @model.all(:subject_area).size }, "schema" ]
  }.freeze

  # [TypeLine, …]: logical types and domains in use, and attributes with a rule of their own.
  def types = typed_lines + domain_lines + attribute_lines

  # What a rule can be about, as it is typed.
  def rule_subjects
    Kelvath::Metamodel::LOGICAL_TYPES.drop(1).map { |type| type.tr("_", " ") } + @model.all(:domain).map(&:name).sort
  end

  def platform = @platform ||= Kelvath::Platforms.of(@model, @design)

  private

  # What the usual choices would make.
  def made
    @made ||= Kelvath::Derivation.made(@model, @design.with(choices: {}),
                                       standard: NamingStandard::Choice.of(@model).standard).first
  end

  def count(kind) = made.count { |each| each.kind == kind }

  # Tables that would have a number for their primary key.
  def numbered(rule)
    shape = Kelvath::Derivation::Shaping.of(@model, @design.with(choices: { "numbered keys" => rule }))
    keys = Kelvath::Logical::KeyMigration.of(shape.model, surrogates: true)
    shape.model.all(:entity).count { |entity| keys.primary(entity.id).then { |key| key.one? && key.first.surrogate? } }
  end

  def attributes = @attributes ||= @model.all(:attribute).group_by { |each|
    Kelvath::Logical::ValueType.of(each, @model).name.to_s
  }

  # { Domain with allowed values => the attributes that have it }
  def listed
    @listed ||= @model.all(:attribute).select(&:domain_id).group_by(&:domain_id).select do |id, _|
      @model.children(id, :allowed_value).any?
    end
  end

  def table = @table ||= Kelvath::Derivation::TypeTable.new(@model, @design, platform)
  def rules = @rules ||= @model.all(:type_rule).select { |rule| rule.design_id ? rule.design_id == @design.id :
    rule.platform == @design.platform }

  def rule(**about) = rules.select { |each| about.all? { |field, value| each[field] == value } }
                           .min_by { |each| each.design_id ? 0 : 1 }

  # The rule for the type of a domain, as words.
  def by(domain)
    type = Kelvath::Logical::ValueType.of(domain, @model).name.to_s
    "the rule for #{type.tr('_', ' ')}" if rules.any? { |each|
      each.type == type && each.domain_id.nil? && each.attribute_id.nil?
    }
  end

  def typed_lines
    attributes.except("").sort.map do |name, list|
      rule = rules.select { |each| each.domain_id.nil? && each.attribute_id.nil? && each.type == name }
                  .min_by { |each| each.design_id ? 0 : 1 }
      TypeLine.new(about: name.tr("_", " "), count: list.size, rule:,
                   native: rule&.becomes || natives(list))
    end
  end

  def domain_lines
    used = @model.all(:attribute).filter_map(&:domain_id).tally
    used.filter_map { |id, number| [ @model[id], number ] if @model[id] }.sort_by { |domain, _| domain.name.downcase }
        .map do |domain, number|
      TypeLine.new(about: domain.name, count: number, rule: rule(domain_id: domain.id, attribute_id: nil),
                   native: native(@model.referrers(domain.id, :attribute).first), by: by(domain))
    end
  end

  def attribute_lines
    rules.select(&:attribute_id).map do |rule|
      TypeLine.new(about: rule.about(@model), count: 1, rule:, native: native(@model.fetch(rule.attribute_id)))
    end
  end

  def native(attribute)
    platform.write_type(table.native(Kelvath::Logical::ValueType.of(attribute, @model), attribute))
  end

  # "varchar(3), varchar(12), …"
  def natives(list)
    texts = list.map { |each| native(each) }.uniq.sort
    texts.size > 3 ? "#{texts.first(3).join(', ')}, …" : texts.join(", ")
  end
end
