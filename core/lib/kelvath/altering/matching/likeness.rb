# frozen_string_literal: true

module Kelvath
  module Altering
    # Is a field the same on both sides, whatever it is spelt like?
    class Likeness
      CAST = /::[a-z][\w ]*(\(\d+(,\d+)?\))?(\[\])?/i
      OWNER = /(?:`[^`]*`|"[^"]*"|[\w$]+)\s*\.\s*(?=[`"[:alpha:]_])/
      ALIAS = /(`[^`]*`|"[^"]*"|[\w$]+)\s+AS\s+(`[^`]*`|"[^"]*"|[\w$]+)/i

      # told: does one of the sides come from a database? The block answers the name of an element by its id.
      def initialize(platform, told:, &name)
        @platform = platform
        @told = told
        @name = name
      end

      # Names of the fields of two elements of a kind that differ, a Set.
      def differences(old, new)
        Derivation::Again::Parts.fields(new.class).reject { |field|
          same?(new.kind, field, old[field.name], new[field.name]) || unsaid?(old, new, field)
        }.to_set(&:name)
      end

      # Do two values of a field of a kind mean the same?
      def same?(kind, field, one, two) = one == two || kept(kind, field, one) == kept(kind, field, two)

      private

      # Where the database gives a name of its own, those that designs have say nothing; nor do comments that it does
      # not keep.
      def unsaid?(old, new, field)
        return true if field.name == :comment && @platform.not_kept.include?([ new.kind, :comment ])

        field.name == :name && [ old, new ].all? { |each| @platform.nameless?(each) }
      end

      def kept(kind, field, value)
        return @platform.write_type(value) if field.type == :native_type

        value = lasting(kind, value) if field.type == :options
        value = @platform.as_kept(kind, field.name, value)
        return value unless value.is_a?(String) && sql?(kind, field)

        named = Metamodel::Expression.written(value) { |id| "`#{@name.call(id)}`" }
        worded(@told && @platform.not_kept.include?([ kind, field.name ]) ? loose(named) : named)
      end

      def sql?(kind, field) = field.expression? || [ kind, field.name ] == %i[column default_value]

      # Options of which the database can tell.
      def lasting(kind, options) = options.reject { |name, _| @platform.option(kind, name)&.passing }

      # Words mean the same in letters of any size and with quotation marks that they do not need, and brackets around
      # all of it mean nothing.
      def worded(sql)
        return sql if sql.empty?

        text = Ddl::Piece.new(sql, :expression).bare
        Ddl::Lexer.tokens(text).map { |token| token.name? ? [ :word, token.value.downcase ] : [ token.type, token.value ] }
      end

      # Without what a catalog adds: casts and brackets, the table before each column, and lists as arrays.
      def loose(sql)
        text = sql.gsub(CAST, "").gsub(OWNER, "").gsub(/=\s*ANY\s*\(*\s*ARRAY\s*\[(.*?)\]/im) {
 "IN #{Regexp.last_match(1)}" }
        text = text.gsub(ALIAS) { |whole| plain($1) == plain($2) ? $1 : whole } # rubocop:disable Style/PerlBackrefs
        text.gsub(/[()]/, " ").strip
      end

      def plain(name) = name.delete('`"').downcase
    end
  end
end
