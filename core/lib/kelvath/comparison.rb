# frozen_string_literal: true

require_relative "comparison/outline"

module Kelvath
  # Compares models, or designs within models, element by element and field by field.
  module Comparison
    # field is nil when the whole element stands on one side only; left or right is then nil.
    Difference = Struct.new(:kind, :path, :field, :left, :right, keyword_init: true) do
      # "column vessel · name: type is varchar(30), was varchar(20)"
      def to_s
        return "#{kind.to_s.tr('_', ' ')} #{path}: only in the #{right.nil? ? 'first' : 'second'}" unless field

        "#{kind.to_s.tr('_', ' ')} #{path}: #{field.to_s.tr('_', ' ')} is #{left.inspect} in the " \
        "first, #{right.inspect} in the second"
      end
    end

    module_function

    # Differences of two whole models, matched by where they stand and what they are called.
    def models(left, right) = differences(Outline.of_model(left), Outline.of_model(right))

    # Differences of two designs, leaving out what the platform of the first does not keep. without: kinds that are
    # not compared.
    def designs(left, left_id, right, right_id, without: [])
      platform = Platforms.fetch(left.fetch(left_id).platform)
      differences(*[ [ left, left_id ], [ right, right_id ] ].map { |model, id|
        Outline.of_design(model, id, platform, without:)
      })
    end

    # left, right: { [kind, path] => { field => value } }
    def differences(left, right)
      unlike = left.filter_map { |key, fields| key unless right[key] == fields } +
               right.each_key.reject { |key| left.key?(key) }
      in_order(unlike).flat_map do |key|
        kind, path = key
        unless left[key] && right[key]
          next [ Difference.new(kind:, path:, left: left[key] && path, right: right[key] && path) ]
        end

        left[key].filter_map do |field, value|
          Difference.new(kind:, path:, field:, left: value, right: right[key][field]) unless right[key][field] == value
        end
      end
    end

    # [[kind, path], …] by kind, then by path: in two steps, since comparing pairs takes five times as long.
    def in_order(keys) = keys.group_by(&:first).sort.flat_map { |_, list| list.sort_by(&:last) }
    private_class_method :in_order
  end
end
