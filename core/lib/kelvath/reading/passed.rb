# frozen_string_literal: true

module Kelvath
  module Reading
    # Words that say nothing that a design holds, in any dialect: how things are kept on disk, what is so anyway.
    module Passed
      # { part of a statement => { what follows => phrases } }: a number of tokens; :value, behind an equals sign or
      # not; :group, what stands in brackets, or a name.
      PHRASES = {
        column: { 0 => "visible, enable, disable, validate, novalidate, rely, norely, virtual, stored, deferrable, " \
                       "on null, " \
                       "initially immediate, enforced, not for replication",
                  1 => "tablespace", group: "using index" },
        key: { 0 => "asc, desc, disable, novalidate, enable, enabled, validate, rely, norely, not deferrable, " \
                    "enforced, " \
                    "initially immediate, initially deferred, deferrable, compute statistics, logging, nologging, " \
                    "local, " \
                    "reverse",
               1 => "using, tablespace, pctfree, initrans, maxtrans", value: "key_block_size, comment",
               group: "using index, on, storage" },
        foreign_key: { 0 => "enable, enabled, validate, rely, norely, enforced, novalidate, disable, not enforced, " \
                            "not valid, match simple" },
        check: { 0 => "enable, enabled, validate, enforced, not deferrable, initially immediate, deferrable, " \
                      "initially deferred, disable, novalidate, not valid" },
        index: { 0 => "visible, online, logging, nologging, noparallel, parallel, compute statistics, " \
                      "nulls distinct, asc, " \
                      "desc, global",
                 1 => "using", value: "key_block_size, algorithm, lock, comment", group: "on" },
        table: { 0 => "logging, nologging, nocache, cache, noparallel, monitoring, nocompress, " \
                      "segment creation immediate, " \
                      "segment creation deferred, enable row movement, disable row movement, without oids, " \
                      "on commit preserve rows, on commit delete rows, on commit drop, rowdependencies, " \
                      "norowdependencies",
                 1 => "pctused, initrans, maxtrans, pctfree, textimage_on, using", 2 => "row",
                 value: "checksum, avg_row_length, pack_keys, delay_key_write, stats_persistent, stats_auto_recalc, " \
                        "max_rows, min_rows, page_checksum, transactional, insert_method, union, data directory, " \
                        "index directory",
                 group: "storage" },
        view: { 0 => "with schema binding, on demand, on commit, with rowid, with primary key, no force, force, " \
                     "build immediate, build deferred, copy grants, enable query rewrite, disable query rewrite",
                1 => "refresh, using, tablespace" }
      }.freeze
      # { part => { first word => [[words, what follows], …], longest first } }
      KNOWN = PHRASES.transform_values do |list|
        list.flat_map { |more, text| text.split(", ").map { |phrase| [ phrase.split, more ] } }
            .sort_by { |words, _| -words.size }.group_by { |words, _| words.first }
      end.freeze

      module_function

      # Passes over what stands at a cursor, if it is of those. Answers whether it was.
      def take(cursor, part)
        words, more = KNOWN.fetch(part)[cursor.word]&.find { |known, _| cursor.here?(known) }
        return false unless words

        cursor.at += words.size
        case more
        when :group then cursor.symbol?("(") ? cursor.pass_group : name(cursor)
        when :value
          cursor.take_symbol("=")
          cursor.symbol?("(") ? cursor.pass_group : cursor.at += 1
        else cursor.at += more
        end
        true
      end

      # A name, and what stands in brackets behind it.
      def name(cursor)
        return if !cursor.peek&.name? || cursor.word?("tablespace", "enable", "disable", "rely", "pctfree", "local")

        cursor.qualified
        cursor.pass_group if cursor.symbol?("(")
      end
      private_class_method :name
    end
  end
end
