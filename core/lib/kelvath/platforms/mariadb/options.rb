# frozen_string_literal: true

module Kelvath
  module Platforms
    # What elements of a design can say in MariaDB beyond the standard.
    class Mariadb::Options
      ROW_FORMATS = %w[dynamic compact redundant compressed].freeze

      # Those it has in common with MySQL.
      COMMON = [
        Option.new(name: "engine", of: :table, type: :choice, values: %w[InnoDB MyISAM MEMORY CSV ARCHIVE],
                   at: :tail, as: "ENGINE=%s",
                   changes: [ "ALTER TABLE %<table>s ENGINE=%<value>s", "ALTER TABLE %<table>s ENGINE=InnoDB" ],
                   explanation: "What keeps its rows; InnoDB unless said."),
        Option.new(name: "character set", of: :table, type: :name, at: :tail, as: "DEFAULT CHARACTER SET=%s",
                   explanation: "The characters of its texts, unless a column says others."),
        Option.new(name: "collation", of: :table, type: :name, at: :tail, as: "COLLATE=%s",
                   explanation: "The order and likeness of its texts, unless a column says another."),
        Option.new(name: "row format", of: :table, type: :choice, values: ROW_FORMATS, at: :tail,
                   as: ROW_FORMATS.to_h { |each| [ each, "ROW_FORMAT=#{each.upcase}" ] },
                   changes: [ "ALTER TABLE %<table>s ROW_FORMAT=%<value>s",
                              "ALTER TABLE %<table>s ROW_FORMAT=DEFAULT" ],
                   explanation: "How a row is laid out on a page."),
        Option.new(name: "first number", of: :table, type: :number, at: :tail, as: "AUTO_INCREMENT=%s",
                   passing: true,
                   explanation: "Where the numbering of its rows begins."),
        Option.new(name: "partition by", of: :table, type: :sql, at: :parts, as: "PARTITION BY %s",
                   changes: [ "ALTER TABLE %<table>s PARTITION BY %<value>s",
                              "ALTER TABLE %<table>s REMOVE PARTITIONING" ],
                   explanation: "How its rows are spread, such as HASH (vessel_id) PARTITIONS 8."),
        Option.new(name: "character set", of: :column, type: :name, at: :type, as: "CHARACTER SET %s",
                   explanation: "The characters of its texts."),
        Option.new(name: "collation", of: :column, type: :name, at: :type, as: "COLLATE %s",
                   explanation: "The order and likeness of its texts."),
        Option.new(name: "set at each change", of: :column, type: :flag, at: :end, as: "ON UPDATE CURRENT_TIMESTAMP",
                   explanation: "It gets the time whenever its row is written."),
        Option.new(name: "first letters", of: :key, type: :sql,
                   explanation: "How many letters of a column count in a primary key, such as note = 100."),
        Option.new(name: "kind", of: :index, type: :choice, values: %w[fulltext spatial], at: :words,
                   as: { "fulltext" => "FULLTEXT", "spatial" => "SPATIAL" },
                   explanation: "For words in texts, or for places, if not as a tree."),
        Option.new(name: "algorithm", of: :view, type: :choice, values: %w[merge temptable], at: :words,
                   as: { "merge" => "ALGORITHM=MERGE", "temptable" => "ALGORITHM=TEMPTABLE" },
                   explanation: "Merged into what asks it, or worked out first."),
        Option.new(name: "rights of", of: :view, type: :choice, values: %w[invoker], at: :words,
                   as: { "invoker" => "SQL SECURITY INVOKER" },
                   explanation: "Whose rights count: of the one who asks, not of the one who made it."),
        Option.new(name: "check option", of: :view, type: :choice, values: %w[local cascaded], at: :tail,
                   as: { "local" => "\nWITH LOCAL CHECK OPTION", "cascaded" => "\nWITH CASCADED CHECK OPTION" },
                   explanation: "Rows written through it must show in it.")
      ].freeze

      OWN = [
        Option.new(name: "system versioning", of: :table, type: :flag, since: "10.3", at: :tail,
                   as: "WITH SYSTEM VERSIONING",
                   changes: [ "ALTER TABLE %<table>s ADD SYSTEM VERSIONING",
                              "ALTER TABLE %<table>s DROP SYSTEM VERSIONING" ],
                   explanation: "What its rows were before can be asked."),
        Option.new(name: "invisible", of: :column, type: :flag, since: "10.3", at: :end, as: "INVISIBLE",
                   explanation: "It shows only to those who name it."),
        Option.new(name: "ignored", of: :index, type: :flag, since: "10.6", at: :tail, as: "IGNORED",
                   explanation: "It is kept up to date and not used.")
      ].freeze
    end
  end
end
