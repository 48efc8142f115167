# frozen_string_literal: true

module Kelvath
  module Comparison
    # A model (or design) as { [kind, path] => { field => value } } with names instead of ids, so
    # that two can be laid side by side whatever their ids are.
    class Outline
      # Of a whole model, without what only draws: { [kind, path] => { field => value } }.
      def self.of_model(model)
        new(model).outline(model.elements.each_value.reject { |element| element.class.side == :drawing })
      end

      # Of a design, in the spelling of its platform and without what that does not keep.
      # without: kinds that are left out, too.
      def self.of_design(model, design_id, platform, without: [])
        elements = []
        waiting = [ design_id ]
        while (id = waiting.pop)
          children = model.child_ids(id).map { |child| model[child] }
          elements.concat(children)
          waiting.concat(children.map(&:id))
        end
        unkept = ->(schema) { !platform.supports?(:schemas) || platform.given_schema?(schema.name) }
        elements.reject! do |each|
          [ *Metamodel::BESIDE, *without ].include?(each.kind) || (each.kind == :schema && unkept.(each))
        end
        new(model, platform:, root: design_id).outline(overloaded_last(elements, platform))
      end

      # Routines of one name have no order; they are told apart by what they say.
      def self.overloaded_last(elements, platform)
        routines, others = elements.partition { |each| each.kind == :routine }
        others + routines.sort_by { |each| platform.as_kept(:routine, :text, each.text) }
      end
      private_class_method :overloaded_last

      # platform: whose spelling of types counts, and whose gaps are left out; root: not part of paths.
      def initialize(model, platform: nil, root: nil)
        @model = model
        @platform = platform
        @root = root
        @paths = {}
        @compared = Hash.new { |known, type| known[type] = compared(type) }
        @unsaid = Hash.new { |known, type| known[type] = unsaid(type) }
        # the same types and texts recur
        @types = Hash.new { |known, type| known[type] = @platform.write_type(type) }.compare_by_identity
        @plain = Hash.new { |known, sql| known[sql] = in_small_letters(sql) }
        @bare = Hash.new { |known, sql| known[sql] = in_small_letters(Ddl::Piece.new(sql, :expression).bare) }
      end

      def outline(elements)
        elements.each_with_object({}) do |element, found|
          key = [ element.kind, path(element) ]
          key = [ element.kind, free_path(found, *key) ] if found.key?(key)
          found[key] = fields(element)
        end
      end

      private

      # What the second, third … of the same kind and path goes by.
      def free_path(found, kind, path)
        (2..).lazy.map { |number| "#{path} (#{number})" }.find { |each| !found.key?([ kind, each ]) }
      end

      def path(element)
        @paths[element.id] ||= begin
          parent = element.parent_id && element.parent_id != @root ? @model[element.parent_id] : nil
          [ *(path(parent) if parent), name(element) ].join(" · ")
        end
      end

      def name(element)
        case element.kind
        when :key, :foreign_key, :check, :index then nameless?(element) ? unnamed(element) : folded(element.name)
        when :identifier then names(element.member_ids).join(", ")
        when :grant then folded(right(element))
        when :table, :view, :enumeration then placed(element)
        else folded(element.label(@model).to_s)
        end
      end

      def right(grant)
        privileges = grant.class.in_order(grant.privileges, @model[grant.on_id]&.kind)
        grant.with(privileges:).label(@model)
      end

      def nameless?(element) = element.name.empty? || (@platform ? @platform.nameless?(element) : false)

      # The schema that is everywhere is as good as none.
      def placed(element)
        return element.label(@model) unless @platform

        parts = @platform.name_parts(element, @model)
        parts.shift if parts.size > 1 && @platform.given_schema?(parts.first)
        folded(parts.join("."))
      end

      def unnamed(element)
        if element.kind == :check
          text = Ddl::Names.text(@model, element, :condition)
          return "(#{@platform ? Ddl::Alike.expression(text) : text})"
        end

        "(#{names(element.column_ids).join(', ')})"
      end

      def folded(name) = @platform ? name.downcase : name

      def fields(element)
        counting = @compared[element.class]
        found = @unsaid[element.class].dup
        element.values.each_key do |name|
          field = counting[name]
          found[name] = kept(element, field) if field
        end
        found
      end

      # The fields of a kind that count, by their names, but for what the platform does not keep.
      def compared(type)
        type.fields.select do |name, field|
          field.compared? && !field.internal? && !left_out?(type.kind, name)
        end
      end

      # What they are where nothing is said: { field => value }. Most is never said.
      def unsaid(type)
        bare = type.new(id: "unsaid")
        compared(type).to_h { |name, field| [ name, kept(bare, field) ] }
      end

      def kept(element, field)
        return "" if field.name == :name && @platform&.nameless?(element)

        value = value(element, field)
        @platform ? @platform.as_kept(element.kind, field.name, value) : value
      end

      def left_out?(kind, field) = @platform ? @platform.not_kept.include?([ kind, field ]) : false

      def value(element, field)
        return expression(element, field) if field.expression?

        value = element[field.name]
        if field.type == :options
          lasting = value.keys.reject { |name| @platform&.option(element.kind, name)&.passing }
          return lasting.sort.to_h { |name| [ name, Ddl::Names.option_value(@model, element, name) ] }
        end
        return names(value) if field.references?
        return value && (@model[value] ? path(@model[value]) : value) if field.reference?
        return type_text(element, value) if field.type == :native_type
        return @bare[value] if @platform && field.name == :default_value

        value.is_a?(String) && @platform && field.name == :name ? folded(value) : value
      end

      # Catalogs tell what a column is computed from within brackets, or without.
      def expression(element, field)
        text = Ddl::Names.text(@model, element, field.name)
        return text unless @platform

        field.name == :computed ? @bare[text] : @plain[text]
      end

      def type_text(element, type) = @platform ? @types[type] : Platforms.of(@model, element).write_type(type)

      # Words that stand in no quotation marks mean the same in letters of any size.
      def in_small_letters(sql)
        bytes = sql.b
        Ddl::Lexer.tokens(sql).each do |token|
          next unless token.type == :word && token.value.ascii_only?

          bytes[token.from...token.to] = token.value.downcase.b
        end
        bytes.force_encoding(sql.encoding)
      end

      def names(ids) = ids.map { |id| folded(@model[id.split(".").last]&.name.to_s) }
    end
  end
end
