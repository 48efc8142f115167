# frozen_string_literal: true

module Kelvath
  module Sweeping
    # Changes of sweeps themselves. Each answers a ChangeSet.
    module Shaping
      module_function

      # [ChangeSet, id] of a new sweep of a kind. chosen: ids of the entities and tables that it looks at alone; then
      # nobody has typed its name, and one that is taken gets a number. Raises UnknownName, InvalidValue.
      def start(model, name, kind, ids:, chosen: [])
        draft = Draft.new(model, ids:)
        name = Metamodel::Sweep.fetch_field(:name).parse(name.to_s)
        name = free_name(model, name) if chosen.any?
        last = model.all(:sweep).filter_map(&:position).max || 0.0
        made = draft.add(:sweep, name:, of: kind.to_s, position: last + 1.0,
                                   chosen_ids: chosen.select { |id| model.of_kind(id, :entity, :table) })
        Sweeping.kind_of(made)
        [ draft.change_set, made.id ]
      end

      # Sets a field of a sweep from text as typed. Another kind takes the conditions with it that it cannot be asked.
      # Raises InvalidValue, UnknownName, NotFound.
      def set(model, id, name, raw, ids:)
        Draft.change(model, ids:) do |draft|
          sweep = draft.model.fetch(id, :sweep)
          field = Metamodel::Sweep.fetch_field(name)
          draft.set(id, field.name => field.references? || field.type == :names ? Array(raw).reject(&:empty?) :
                                        Editing.read(draft.model, sweep, field, raw))
          suit(draft, id) if %i[of also].include?(field.name)
          mend(draft, id) if field.name == :mend_key
        end
      end

      # Where a sweep looks: "" for the model, "stage:logical", "chosen" for what was selected when it was made, or the
      # id of a design, subject area or diagram. Raises NotFound, InvalidValue.
      def place(model, id, place, ids:)
        sweep = model.fetch(id, :sweep)
        return ChangeSet.new if place == "chosen"

        stage = Metamodel::Sweep.fetch_field(:stage).parse(place[/\Astage:(.*)/, 1].to_s)
        place_id = place.empty? || !stage.empty? ? nil : model.fetch(place).id
        Draft.change(model, ids:) { |draft| draft.set(sweep.id, place_id:, stage:, chosen_ids: []) }
      end

      # A condition more, or a group with one in it, at the end of a sweep or of a group of it. Raises NotFound.
      def add(model, id, ids:, group: false)
        Draft.change(model, ids:) do |draft|
          place = model.of_kind(id, :condition) || model.fetch(id, :sweep)
          first = first(model, sweep_of(model, place))
          position = (model.children(id, :condition).filter_map(&:position).max || 0.0) + 1.0
          made = draft.add(:condition, parent_id: id, position:, **(group ? { join: "any" } : first))
          draft.add(:condition, parent_id: made.id, position: 1.0, **first) if group
        end
      end

      # Sets a field of a condition from text as typed, the operator by its words; another subject gets an operator that
      # suits it. Raises InvalidValue, UnknownName, NotFound.
      def set_condition(model, condition_id, name, raw, ids:)
        condition = model.fetch(condition_id, :condition)
        field = Metamodel::Condition.fetch_field(name)
        Draft.change(model, ids:) do |draft|
          values = field.name == :operator ? %i[operator negated].zip(Operators.said(raw)).to_h :
                     { field.name => Editing.read(model, condition, field, raw) }
          draft.set(condition_id, **values)
          suited(draft, condition_id) if %i[subject operator].include?(field.name)
        end
      end

      def free_name(model, name)
        names = Naming::TakenNames.new(joint: " ")
        model.all(:sweep).each { |each| names.claim(each.name) }
        names.take(name)
      end

      # The sweep that a condition stands in.
      def sweep_of(model, element)
        element = model.fetch(element.parent_id) until element.kind == :sweep
        element
      end

      # What a new condition asks at first.
      def first(model, sweep)
        subjects = Sweeping.subjects(model, sweep).all
        subject = subjects["name"] || subjects.values.first
        { subject: subject.key, operator: Operators::FOR.fetch(subject.type).first }
      end

      # An operator that its subject has, and with it what is compared.
      def suited(draft, condition_id)
        condition = draft.model.fetch(condition_id)
        subjects = Sweeping.subjects(draft.model, sweep_of(draft.model, condition))
        subject = subjects.fetch(condition.subject)
        suiting = Operators::FOR.fetch(subject.type)
        operator = suiting.include?(condition.operator) ? condition.operator : suiting.first
        other = operator == "is the same as" ? condition.other.then { |key| key.empty? ? condition.subject : key } : ""
        value = subject.type == :flag && condition.value.empty? ? "yes" : condition.value
        draft.set(condition_id, operator:, other:, value:)
      end

      # The first way in which what mends it can be changed.
      def mend(draft, id)
        sweep = draft.model.fetch(id)
        return if sweep.mend_key.empty?

        subject = Sweeping.subjects(draft.model, sweep).fetch(sweep.mend_key)
        ways = Changing.ways(subject)
        draft.set(id, mend_way: ways.include?(sweep.mend_way) ? sweep.mend_way : ways.first.to_s)
      end

      # Conditions that the kind cannot be asked go.
      def suit(draft, id)
        sweep = draft.model.fetch(id)
        known = Sweeping.subjects(draft.model, sweep).all
        draft.set(id, shown: sweep.shown.select { |key| known.key?(key) },
                      mend_key: known.key?(sweep.mend_key) ? sweep.mend_key : "")
        Sweeping.conditions(draft.model, id).each do |each|
          next if each.group? || known.key?(each.subject)

          draft.remove(each.id) if draft.model.key?(each.id)
        end
      end
      private_class_method :free_name, :sweep_of, :first, :suited, :mend, :suit
    end
  end
end
