# frozen_string_literal: true

# What Particulars says beside the fields.
module ElementsHelper
  NOTABLE = Kelvath::Metamodel::Note.within

  def notable?(element) = NOTABLE.include?(element.kind)

  # The design of which all of them are tables or views, or nil.
  def design_of_all(elements)
    return unless elements.all? { |each| %i[table view].include?(each.kind) }

    ids = elements.map(&:parent_id).uniq
    @model.of_kind(ids.first, :design) if ids.one?
  end

  # The entities from which a key came.
  def origin_names(held)
    held.via.map do |id|
      link = @model.fetch(id)
      parent_id = link.kind == :relationship ? Kelvath::Logical::Cardinality.parent_id(link) : link.parent_id
      @model.fetch(parent_id).name
    end.uniq.to_sentence
  end

  # [[table or column, its design], …] that stand for an entity or attribute. Designs that are not loaded stay so.
  def physical_twins(element)
    @model.all(:design).flat_map do |design|
      part = @model.absent[design.id]
      next part.made_of(element).map { |twin| [ twin, design ] } if part

      tables = Kelvath::Metamodel::Design.tables(@model, design.id)
      owner = element.kind == :attribute ? element.parent_id : element.id
      tables.select { |table| table.source_id == owner }.flat_map do |table|
        element.kind == :entity ? [ [ table, design ] ] : @model.children(table.id, :column)
          .select { |column| column.source_id == element.id }.map { |column| [ column, design ] }
      end
    end
  end

  # The line at the foot of the page.
  def read_back(model, element) = Kelvath::Logical::Sentences.about(model, element).first(3).join(" ")

  # Does a field hold SQL that a person may vouch for?
  def sql?(element, field) = field.type == :native_type || Kelvath::Ddl::Piece.of?(element, field)

  # Is a table, or a partition, spread over partitions?
  def spread?(element)
    Kelvath::Platforms.of(@model, element).supports?(:partitions) &&
      (Kelvath::Metamodel::Partition.spread?(element) || @model.children(element.id, :partition).any?)
  end

  # What a part of a table is over, in a few words.
  def part_words(part)
    names = ->(ids) { ids.filter_map { |id| @model[id]&.name }.join(", ") }
    case part.kind
    when :check then Kelvath::Ddl::Names.text(@model, part, :condition)
    when :row then row_values(part)
    when :partition then part.bounds.sub(/\Afor values /i, "")
    when :trigger then part.text[/\b(before|after|instead of)\b.*?\bon\b/im].to_s.delete_suffix("on").squish
    when :foreign_key then "#{names.(part.column_ids)} → #{@model[part.target_table_id]&.name}"
    when :key then "#{part.primary ? 'primary' : 'unique'}: #{names.(part.column_ids)}"
    else "#{'unique: ' if part.unique}#{names.(part.column_ids)}"
    end
  end

  # The values of a row, without the names of their columns.
  def row_values(row)
    Kelvath::Ddl::Names.text(@model, row, :content).sub(/\A\s*\([^)]*\)\s*values\s*/i, "").delete_prefix("(")
                       .delete_suffix(")")
  end

  # What was decided by hand of something in a design: [[field's label, text as it was derived], …]; nil of what was not
  # derived, or where that is not known.
  def decided_of(element)
    design = Kelvath::Platforms.design_of(@model, element)
    marks = design && DesignMarks.of(@model, design.id)
    found = marks&.of(element)
    words = Kelvath::Derivation::Again::Words.new(@model, design, {}) if found
    found&.map do |name, value|
      field = element.class.fetch_field(name)
      [ field.label, words.value(field, value) ]
    end
  end

  # What people call a kind of part.
  def part_title(kind) = Kelvath::Metamodel.fetch(kind).title
end
