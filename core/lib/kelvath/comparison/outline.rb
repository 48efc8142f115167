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
        new(model, platform:, root: design_id).outline(elements)
      end

      # platform: whose spelling of types counts, and whose gaps are left out; root: not part of paths.
      def initialize(model, platform: nil, root: nil)
        @model = model
        @platform = platform
        @root = root
        @paths = {}
        @compared = {} # { kind => fields }
      end

      def outline(elements)
        elements.group_by { |element| [ element.kind, path(element) ] }
                .each_with_object({}) do |((kind, path), list), found|
          list.each_with_index do |element, index|
            found[[ kind, index.zero? ? path : "#{path} (#{index + 1})" ]] = fields(element)
          end
        end
      end

      private

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
        when :table, :view, :enumeration then placed(element)
        else folded(element.label(@model).to_s)
        end
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
        return "(#{Ddl::Names.text(@model, element, :condition)})" if element.kind == :check

        "(#{names(element.column_ids).join(', ')})"
      end

      def folded(name) = @platform ? name.downcase : name

      def fields(element)
        (@compared[element.class] ||= compared(element.class)).to_h { |field| [ field.name, kept(element, field) ] }
      end

      # The fields of a kind that count, but for what the platform does not keep.
      def compared(type)
        type.fields.each_value.select do |field|
          field.compared? && !field.internal? && !left_out?(type.kind, field.name)
        end
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
        return (@platform || Platforms.of(@model, element)).write_type(value) if field.type == :native_type
        return in_small_letters(Ddl::Piece.new(value, :expression).bare) if @platform && field.name == :default_value

        value.is_a?(String) && @platform && field.name == :name ? folded(value) : value
      end

      # Catalogs tell what a column is computed from within brackets, or without.
      def expression(element, field)
        text = Ddl::Names.text(@model, element, field.name)
        return text unless @platform

        in_small_letters(field.name == :computed ? Ddl::Piece.new(text, :expression).bare : text)
      end

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
