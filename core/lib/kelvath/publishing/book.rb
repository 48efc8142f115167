# frozen_string_literal: true

module Kelvath
  module Publishing
    # What a dossier comes to, before it is made a file of some format: chapters of blocks. Plain values.
    #
    # dossier: the element; title of the model; chapters: [BookChapter, …]; brief: is it one piece alone, which needs
    # no cover, contents and index?
    Book = Struct.new(:dossier, :model_name, :chapters, :brief, keyword_init: true) do
      # Every Entry of it, in order.
      def entries = chapters.flat_map(&:blocks).grep(Entry)

      # Every Picture of it, in order.
      def pictures = chapters.flat_map(&:blocks).grep(Picture)

      # Ids that a Link can lead to.
      def anchors = @anchors ||= (entries.map(&:id) + pictures.map(&:diagram_id)).to_set
    end
    # key: what names it in an address.
    BookChapter = Struct.new(:key, :title, :sort, :blocks, keyword_init: true)

    # A word in running text or a cell that leads to an Entry or a Picture, by its id.
    Link = Struct.new(:text, :to) do
      def to_s = text
    end
    # Running text; marked: is it written in Markdown?
    Passage = Struct.new(:text, :marked, keyword_init: true)
    # sentences: [[number, text], …], with a title.
    Sentences = Struct.new(:title, :note, :lines, keyword_init: true)
    # A diagram.
    Picture = Struct.new(:diagram_id, :title, :note, keyword_init: true)
    # A table: columns: labels; rows: of cells, which are texts, Links, or lists of these.
    Sheet = Struct.new(:title, :columns, :rows, keyword_init: true) do
      # How much room each column asks for beside the others, by its usual and its longest contents: numbers from 4 to
      # 44.
      def shares
        sample = rows.first(SAMPLE)
        columns.each_index.map do |index|
          lengths = sample.map { |row| Sheet.plain(row[index]).length }
          usual = lengths.empty? ? 0 : lengths.sum.fdiv(lengths.size)
          [ columns[index].length, usual, lengths.max.to_i / 3.0, 4 ].max.clamp(4, 44)
        end
      end

      # A cell as text alone.
      def self.plain(cell) = cell.is_a?(Array) ? cell.join : cell.to_s
    end
    SAMPLE = 60 # rows that the widths of columns are taken from
    # The page of an entity, a table, a domain: blocks within.
    Entry = Struct.new(:id, :title, :sort, :note, :blocks, keyword_init: true)
    Script = Struct.new(:title, :text, :language, keyword_init: true)
    # terms: [[term or Link, meaning], …]
    Terms = Struct.new(:terms, keyword_init: true)
  end
end
