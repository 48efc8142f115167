# frozen_string_literal: true

module Kelvath
  # Says in words what a change does: for the journal, the undo button and the toast.
  #
  #   Describing.new(change, model).sentence  # => "Renamed entity Vessel to Ship"
  class Describing
    SPOKEN = 2 # how many different things are spelt out before "and 3 more"
    ALONG = %i[diagram_node].freeze # kinds not worth a word beside others

    def initialize(change, before)
      @change = change
      @before = before
      @after = nil
    end

    # One line without a full stop.
    def sentence
      parts = removed + added + updated
      return "Changed nothing" if parts.empty?

      rest = parts.size - SPOKEN
      spoken = parts.first(SPOKEN).join("; ")
      rest.positive? ? "#{spoken}; and #{rest} more" : spoken
    end

    # What an element is called, with where it stands: "attribute Vessel · Name".
    def self.title(element, model)
      names = [ *model.ancestors(element).reverse, element ].map { |each| each.label(model) }.reject(&:empty?)
      names.shift if element.class.within.any? { |kind| kind == :design }
      "#{element.class.title} #{names.join(' · ')}".strip
    end

    private

    def after = @after ||= @change.apply(@before)

    def added = heads(@change.additions, after).then { |heads| counted(heads, "Added", after) }
    def removed = heads(@change.removals, @before).then { |heads| counted(heads, "Removed", @before) }

    # Only the outermost of what comes or goes together.
    def heads(elements, model)
      ids = elements.to_h { |element| [ element.id, true ] }
      outer = elements.reject { |element| ids.key?(element.parent_id) }
      worth = outer.reject { |element| ALONG.include?(element.kind) }
      worth.empty? ? outer : worth
    end

    def counted(heads, verb, model)
      heads.group_by(&:kind).sort_by { |kind, _| Metamodel::KINDS.keys.index(kind) }.flat_map do |kind, list|
        next list.map { |element| "#{verb} #{self.class.title(element, model)}" } if list.size <= SPOKEN

        [ "#{verb} #{list.size} #{Inflection.plural(Metamodel.fetch(kind).title)}" ]
      end
    end

    def updated
      moves, others = @change.updates.partition { |update| move?(update) }
      others = others.reject { |update| update.field == :position }.group_by do |update|
        [ update_kind(update), update.field ]
      end
      spoken = others.flat_map do |(_, field), list|
        list.size > SPOKEN ? many(field, list) : list.map { |update| one(update) }
      end
      spoken.empty? ? moved(moves) + reordered : spoken
    end

    # Of a card, whatever it is; of a note, where it stands.
    def move?(update)
      kind = update_kind(update)
      kind == :diagram_node || (kind == :diagram_note && %i[x y].include?(update.field))
    end

    def update_kind(update) = @before[update.id]&.kind

    def many(field, list)
      kind = @before.fetch(list.first.id).class
      [ "Changed #{kind.fetch_field(field).label.downcase} of #{list.size} #{Inflection.plural(kind.title)}" ]
    end

    def one(update)
      element = @before.fetch(update.id)
      return "Renamed #{self.class.title(element, @before)} to #{update.after}" if update.field == :name

      label = element.class.fetch_field(update.field).label
      "Changed #{label.downcase} of #{self.class.title(element, @before)}#{from_to(element, update)}"
    end

    def from_to(element, update)
      field = element.class.fetch_field(update.field)
      return "" if %i[text digest expression].include?(field.type)

      " from #{said(element, field, update.before)} to #{said(element, field, update.after)}"
    end

    # What only a platform can write is written by it.
    def said(element, field, value)
      case field.type
      when :native_type then Platforms.of(@before, element).write_type(value).then { |text| value(text) }
      when :options then value(Platforms::Options.written(value))
      else value(value)
      end
    end

    def value(value)
      case value
      when nil, "", [] then "nothing"
      when true then "yes"
      when false then "no"
      when Array then value.map { |item| named(item) }.join(", ")
      else (@before[value] || after[value])&.then { |element| element.label(after) } || value.to_s.tr("_", " ")
      end
    end

    # A member of a list: a name as it is, an id as what it stands for. A composed id ends in the attribute's own.
    def named(item)
      element = @before[item] || after[item] || (item.include?(".") && (@before[item.split(".").last] ||
                                                                         after[item.split(".").last]))
      element ? element.label(after) : item
    end

    # What was done to cards, by the field that says most of it.
    CARDS = { pinned: "Pinned", colour: "Coloured", width: "Changed the width of" }.freeze

    def moved(updates)
      nodes = updates.map { |update| @before.fetch(update.id) }.uniq(&:id)
      return [] if nodes.empty?

      kinds = nodes.map(&:kind).uniq.size > 1 ? "cards and notes" : "cards"
      what = nodes.one? ? nodes.first.label(@before) : "#{nodes.size} #{kinds}"
      update = updates.find { |each| CARDS.key?(each.field) }
      return [ "Moved #{what}" ] if update.nil?
      return [ "Unpinned #{what}" ] if update.field == :pinned && !update.after

      return [ "Took the colour off #{what}" ] if update.field == :colour && update.after.to_s.empty?

      [ [ CARDS.fetch(update.field), what, (update.after if update.field == :colour) ].compact.join(" ") ]
    end

    def reordered
      if @change.updates.any? { |update| update.field == :position }
        [ "Changed the order of #{@change.updates.size} elements" ]
      else
        []
      end
    end
  end
end
