# frozen_string_literal: true

module Kelvath
  module Findings
    # Two things under one name, with each other's data.
    class RepeatedName < Check
      holds "Within an entity every name stands once, blanks and plurals aside."
      looks_at :entity

      def concerned(change) = super + change.touched(:attribute).map(&:parent_id)

      private

      def about(entity)
        own = model.children(entity.id, :attribute)
        own.group_by { |attribute| plain(attribute.name) }.each_value.select { |list| list.size > 1 }
          .flat_map do |first, *others|
          others.map do |other|
            finding(other, "#{entity.name} has #{first.name} and #{other.name}: the same name twice.",
                    fix("Remove #{other.name}") { |draft| draft.remove(other.id) })
          end
        end
      end

      def plain(name) = (@plain ||= {})[name] ||= Inflection.singular(name.downcase.gsub(/[\s_-]+/, ""))
    end

    # The same word with two types is a trap for whoever joins them.
    class SynonymByName < Check
      holds "Attributes of the same name have the same type everywhere."
      weighs :hint
      looks_at :attribute
      heeds :entity

      # All of the names that changed attributes have and had.
      def concerned(change)
        attributes = change.touched(:attribute) + typed_by(change).filter_map { |id| model.of_kind(id, :attribute) }
        attributes.map { |attribute| attribute.name.downcase }.uniq.flat_map { |name|
          namesakes.fetch(name, []).map(&:id)
        } + super
      end

      private

      def about(attribute)
        usual = usual_of(attribute.name.downcase) or return []
        type = type_of(attribute)
        return [] if type.name.empty? || type.to_s == type_of(usual).to_s

        [ finding(attribute, "#{owner_name(attribute)} · #{attribute.name} is #{type}; in #{owner_name(usual)} it " \
                             "is #{type_of(usual)}.",
                  fix("Make it #{type_of(usual)} as there") { |draft| draft.set(attribute.id, **type_fields(usual)) }) ]
      end

      # { name in small letters => [attribute, …] }
      def namesakes = model.memo(:namesakes) { model.all(:attribute).group_by { |attribute| attribute.name.downcase } }

      # An attribute of that name with the type that most of them have; nil if there is but one type.
      def usual_of(name)
        (@usual ||= {}).fetch(name) { @usual[name] = find_usual(namesakes.fetch(name)) }
      end

      def find_usual(list)
        return if list.size < 2

        types = list.reject { |attribute| type_of(attribute).name.empty? }.group_by do |attribute|
          type_of(attribute).to_s
        end
        types.max_by { |_, attributes| attributes.size }.last.first if types.size > 1
      end

      def type_fields(attribute)
        %i[domain_id type length precision scale].to_h { |field| [ field, attribute[field] ] }
      end
    end
  end
end
