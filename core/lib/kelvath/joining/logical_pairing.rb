# frozen_string_literal: true

module Kelvath
  module Joining
    # Which entity, attribute, relationship, identifier and domain that was read is which of the model's.
    class LogicalPairing
      # correspondence: the Matching::Correspondence of a Pairing, whose designs are in it already.
      def initialize(model, read, read_design, correspondence)
        @model, @read, @read_design, @correspondence = model, read, read_design, correspondence
      end

      # Takes what is the same into the correspondence.
      def call
        entities
        domains
        relationships
        @read.all(:entity).each { |entity| within(entity) if @correspondence.right?(entity.id) }
      end

      private

      def entities
        tables.each do |table, mine|
          take(@read.of_kind(table.source_id, :entity), mine && @model.of_kind(mine.source_id, :entity), :origin)
        end
        by_name = @model.all(:entity).group_by { |each| each.name.downcase }
        @read.all(:entity).each { |entity| take(entity, free(by_name[entity.name.downcase]), :name) }
      end

      # [[table that was read, the model's or nil], …]
      def tables = @tables ||= @read.children(@read_design.id, :table).map { |table| [ table, paired(table) ] }

      def take(theirs, mine, how)
        @correspondence.take(mine.id, theirs.id, how) if theirs && mine
      end

      def free(list) = list&.find { |each| !@correspondence.left?(each.id) }
      def mine(id) = @correspondence.left_of(id)
      def paired(element) = mine(element.id)&.then { |id| @model[id] }

      # Of one name, type and values.
      def domains
        known = @model.all(:domain).group_by { |each| said(each, @model) }
        @read.all(:domain).each do |domain|
          take(domain, free(known[said(domain, @read)]), :structure)
          own = mine(domain.id) or next

          values = @model.children(own, :allowed_value).group_by(&:value)
          @read.children(domain.id, :allowed_value).each { |each| take(each, free(values[each.value]), :name) }
        end
      end

      def said(domain, model)
        values = model.children(domain.id, :allowed_value).map(&:value)
        [ domain.name.downcase, domain.type, domain.length, values.sort ]
      end

      # Those that bring the columns of the same foreign key, else those between the same two in the same role.
      def relationships
        columns.each do |theirs, mine|
          next unless theirs.source_id.include?(".") && mine.source_id.include?(".")

          take(@read.of_kind(first(theirs.source_id), :relationship),
            @model.of_kind(first(mine.source_id), :relationship), :origin)
        end
        known = @model.all(:relationship).group_by { |each| [ each.from_id, each.to_id, each.role_name.downcase ] }
        @read.all(:relationship).each do |each|
          take(each, free(known[[ mine(each.from_id), mine(each.to_id), each.role_name.downcase ]]), :structure)
        end
      end

      def first(source) = source[/\A[^.]+/]

      # [[column that was read, the model's], …] of those that both have.
      def columns
        @columns ||= tables.select(&:last).flat_map { |table, _| @read.children(table.id, :column) }
                           .filter_map { |column| paired(column)&.then { |own| [ column, own ] } }
      end

      def within(entity)
        own = mine(entity.id)
        sources = @sources ||= columns.to_h { |theirs, here| [ theirs.source_id, here.source_id ] }
        @read.children(entity.id, :attribute).each do |each|
          take(each, @model.of_kind(sources[each.id].to_s, :attribute), :origin)
        end
        named = @model.children(own, :attribute).group_by { |each| each.name.downcase }
        @read.children(entity.id, :attribute).each { |each| take(each, free(named[each.name.downcase]), :name) }
        identifiers(entity, own)
      end

      def identifiers(entity, own)
        known = @model.children(own, :identifier)
        @read.children(entity.id, :identifier).each do |each|
          members = each.member_ids.map { |id| id.split(".").map { |part| mine(part) || part }.join(".") }.sort
          take(each, free(known.select { |one|
 each.primary ? one.primary : one.member_ids.sort == members }), :structure)
        end
      end
    end
  end
end
