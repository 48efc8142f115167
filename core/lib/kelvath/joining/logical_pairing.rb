# frozen_string_literal: true

module Kelvath
  module Joining
    # Which entity, attribute, relationship, identifier and domain that was read is which of the model's.
    class LogicalPairing
      # { id in what was read => id in the model }
      attr_reader :ids

      # pairing: a Pairing whose designs are paired already.
      def initialize(model, read, read_design, pairing)
        @model, @read, @read_design, @pairing = model, read, read_design, pairing
        @ids = {}
        @taken = Set.new
        entities
        domains
        relationships
        @read.all(:entity).each { |entity| within(entity) if @ids.key?(entity.id) }
      end

      private

      def entities
        tables.each do |table, mine|
          take(@read.of_kind(table.source_id, :entity), mine && @model.of_kind(mine.source_id, :entity))
        end
        by_name = @model.all(:entity).group_by { |each| each.name.downcase }
        @read.all(:entity).each { |entity| take(entity, free(by_name[entity.name.downcase])) }
      end

      # [[table that was read, the model's or nil], …]
      def tables = @tables ||= @read.children(@read_design.id, :table).map { |table| [ table, @pairing.of(table) ] }

      def take(theirs, mine)
        return if theirs.nil? || mine.nil? || @ids.key?(theirs.id) || @taken.include?(mine.id)

        @ids[theirs.id] = mine.id
        @taken << mine.id
      end

      def free(list) = list&.find { |each| !@taken.include?(each.id) }

      # Of one name, type and values.
      def domains
        known = @model.all(:domain).group_by { |each| said(each, @model) }
        @read.all(:domain).each do |domain|
          take(domain, free(known[said(domain, @read)]))
          next unless @ids.key?(domain.id)

          mine = @model.children(@ids[domain.id], :allowed_value).group_by(&:value)
          @read.children(domain.id, :allowed_value).each { |each| take(each, free(mine[each.value])) }
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
            @model.of_kind(first(mine.source_id), :relationship))
        end
        known = @model.all(:relationship).group_by { |each| [ each.from_id, each.to_id, each.role_name.downcase ] }
        @read.all(:relationship).each do |each|
          take(each, free(known[[ @ids[each.from_id], @ids[each.to_id], each.role_name.downcase ]]))
        end
      end

      def first(source) = source[/\A[^.]+/]

      # [[column that was read, the model's], …] of those that both have.
      def columns
        @columns ||= tables.select(&:last).flat_map { |table, _| @read.children(table.id, :column) }
                           .filter_map { |column| @pairing.of(column)&.then { |mine| [ column, mine ] } }
      end

      def within(entity)
        mine = @ids.fetch(entity.id)
        sources = @sources ||= columns.to_h { |theirs, own| [ theirs.source_id, own.source_id ] }
        @read.children(entity.id, :attribute).each do |each|
          take(each, @model.of_kind(sources[each.id].to_s, :attribute))
        end
        named = @model.children(mine, :attribute).group_by { |each| each.name.downcase }
        @read.children(entity.id, :attribute).each { |each| take(each, free(named[each.name.downcase])) }
        identifiers(entity, mine)
      end

      def identifiers(entity, mine)
        known = @model.children(mine, :identifier)
        @read.children(entity.id, :identifier).each do |each|
          members = each.member_ids.map { |id| Matching::OtherIds.id(id, @ids) }.sort
          take(each, free(known.select { |own| each.primary ? own.primary : own.member_ids.sort == members }))
        end
      end
    end
  end
end
