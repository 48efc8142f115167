# frozen_string_literal: true

module Kelvath
  module Metamodel
    # What holds of all elements of a kind, declared where the kind is:
    #
    #   class Table < Element
    #     within :design
    #     name_once_in :parent     # two tables of a design cannot share a name
    #     listed                   # there is a ledger of all tables
    #   end
    module Facts
      SIDES = %i[logical physical drawing house].freeze

      # Within what no two names may be alike: :model or :parent; nil: names may repeat. apart_by: a field; elements
      # that differ in it may share a name.
      def name_once_in(place = nil, apart_by = nil)
        return @name_once_in unless place

        @names_apart_by = apart_by
        @name_once_in = place
      end

      # The elements among whose names the one of an element must be alone.
      def namesakes(element, model)
        siblings = name_once_in == :model ? model.all(kind) : model.children(element.parent_id, kind)
        @names_apart_by ? siblings.select { |each| each[@names_apart_by] == element[@names_apart_by] } : siblings
      end

      # What says where an element's name must be alone; the same for all that are looked at together.
      def name_place(element) = [ kind, element.parent_id, (element[@names_apart_by] if @names_apart_by) ]

      # The fields whose change can make two names clash.
      def naming_fields = [ :name, @names_apart_by ].compact

      # Declares that there is no such element without a name.
      def needs_name = @needs_name = true
      def needs_name? = @needs_name || !name_once_in.nil?

      # Where the kind belongs; said by kinds that stand in the model itself, the others take it from what they
      # stand within.
      def side(side = nil)
        return @side = side if side

        @side ||
          (within.empty? ? raise(ArgumentError, "#{kind} must say its side") : Metamodel.fetch(within.first).side)
      end

      # Declares a ledger of all elements of the kind; adding: rows can be added in it.
      def listed(adding: false) = @listed = { adding: }
      def listed? = !@listed.nil?
      def adds_rows? = listed? && @listed[:adding]

      # Declares that the command box finds them by name.
      def sought = @sought = true
      def sought? = @sought == true

      # Declares that starters keep them: they are standards, not contents.
      def standard = @standard = true
      def standard? = @standard == true
    end
  end
end
