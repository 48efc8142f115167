# frozen_string_literal: true

module Kelvath
  module Ddl
    # The statements of a design for what runs, counts or allows.
    class Programs
      # writer: makes Statements; the block answers how an element's name stands in SQL.
      def initialize(writer, model, design, platform, &place)
        @writer = writer
        @model = model
        @design = design
        @platform = platform
        @place = place
      end

      # The statements of one thing, in a list.
      def of(element)
        [ case element.kind
          when :enumeration then enumeration(element)
          when :sequence then sequence(element)
          when :routine, :trigger then written(element.kind.to_s, element)
          when :role then role(element)
          when :grant then grant(element)
          end ].compact
      end

      # CREATE TYPE … AS ENUM, before the tables that have columns of it.
      def enumerations = children(:enumeration).filter_map { |each| enumeration(each) }

      # CREATE SEQUENCE (SQL:2016, 11.72), before the tables whose defaults may ask them.
      def sequences = children(:sequence).filter_map { |each| sequence(each) }

      # Their statements as they are written.
      def routines = children(:routine).filter_map { |routine| written("routine", routine) }

      # Those of some tables, when everything they may speak of is there.
      def triggers(tables)
        tables.flat_map { |table| @model.children(table.id, :trigger) }.filter_map { |each| written("trigger", each) }
      end

      # Roles and what they may do (SQL:2016, 12.2 and 12.4).
      def rights
        children(:role).flat_map do |role|
          grants = @model.children(role.id, :grant)
          next [ @writer.leave_out(nil, role) ].compact unless @platform.supports?(:roles)

          [ role(role), *grants.map { |grant| grant(grant) } ].compact
        end
      end

      private

      def role(each)
        return if @platform.given_role?(each.name)

        statement("role", each, format(@platform.class::ROLE_MADE, @platform.quote(each.name)))
      end

      def enumeration(each)
        return @writer.leave_out(nil, each) unless @platform.supports?(:enumerations)

        values = each.value_texts.map { |text| @platform.literal(text) }
        statement("enumerated type", each, "CREATE TYPE #{@place.(each)} AS ENUM (#{values.join(', ')})")
      end

      def sequence(each)
        return @writer.leave_out(nil, each) unless @platform.supports?(:sequences)

        statement("sequence", each, "CREATE SEQUENCE #{@place.(each)}#{bounds(each)}")
      end

      def grant(each) = statement("grant", each, grant_sql(@model.fetch(each.parent_id), each))

      def children(kind) = @model.children(@design.id, kind)
      def statement(kind, element, sql) = @writer.statement(kind, element.label(@model), sql, element)

      def bounds(sequence)
        (%i[first step least most] - @platform.class::SEQUENCE.keys).each do |field|
          @writer.leave_out(Metamodel::Sequence.fetch_field(field).label.downcase, sequence) if sequence[field]
        end
        @platform.class::SEQUENCE.filter_map { |field, words|
          " #{words} #{sequence[field]}" if sequence[field]
        }.join + cycle(sequence)
      end

      def cycle(sequence)
        return "" unless sequence.cycles

        @platform.class::CYCLES ? " CYCLE" : @writer.leave_out("beginning again", sequence).to_s
      end

      # A text without its last semicolon, which the script puts there; none of nothing.
      def written(kind, element)
        text = element.text.rstrip.delete_suffix(";").rstrip
        text.empty? ? nil : statement(kind, element, "#{text}#{@platform.class::PROGRAM_END}")
      end

      def passed_on(grant)
        return "" unless grant.passes_on

        @platform.supports?(:grants_passed) ? " WITH GRANT OPTION" : @writer.leave_out("passing on", grant).to_s
      end

      def grant_sql(role, grant)
        on = @model.fetch(grant.on_id)
        sort = @platform.class::GRANTED.fetch(on.kind, "")
        "GRANT #{grant.privileges.map(&:upcase).join(', ')} ON #{sort}#{@place.(on)} TO " \
          "#{@platform.grantee(role.name)}#{passed_on(grant)}"
      end
    end
  end
end
