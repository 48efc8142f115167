# frozen_string_literal: true

module Kelvath
  module Merging
    # One of the two that are compared: a whole model, or one design of a model. root_id: the design's id; told: does a
    # database tell it, which says some things in words of its own? remarks: what could not be brought over from another
    # platform, in words; original: the Side for that platform, if this is one that was brought over.
    Side = Struct.new(:model, :root_id, :told, :remarks, :original, keyword_init: true) do
      # The Side of what a reading of a script or a database gave: Altering::Side.
      def self.of_reading(read) = new(model: read.model, root_id: read.design_id, told: read.told)

      # The Design, nil for a whole model.
      def design = root_id && model.fetch(root_id, :design)

      # { id => Element } of what is compared; a design itself is not.
      def elements
        @elements ||= root_id ? Derivation::Again::Parts.of(model, root_id) : model.elements
      end

      # [Element, …] of a kind.
      def of_kind(kind) = (@by_kind ||= elements.values.group_by(&:kind)).fetch(kind, Model::NONE)

      # This side, or for another platform than that one's what it would be there, every id as it was.
      def for_platform_of(other)
        return self unless root_id && other.design.platform != design.platform

        converted = Derivation::Conversion.new(model, root_id, platform: other.design.platform, ids: Numbers.new)
        former = converted.ids.invert
        elements = converted.elements.map { |each| Matching::OtherIds.element(each, former) }
        self.class.new(model: Model.of([ model.header, *elements ]), root_id:, told: false,
                       remarks: converted.remarks, original: self)
      end
    end

    # Ids for what lives no longer than one computation.
    class Numbers
      # The next one.
      def next = "number-#{@last = @last.to_i + 1}"
    end
  end
end
