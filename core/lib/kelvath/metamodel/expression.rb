# frozen_string_literal: true

module Kelvath
  module Metamodel
    # The value of a field of type :expression: SQL in which names of elements stand as references, so that a
    # rename reaches it. A reference is an id between two private-use characters (Unicode 23.5), which no text
    # that is typed or read can hold.
    #
    #   text = "#{Expression.reference('C')} > 0"
    #   Expression.ids(text)                     # => ["C"]
    #   Expression.written(text) { |id| "nm" }   # => "nm > 0"
    module Expression
      FIRST = "\u{E000}"
      LAST = "\u{E001}"
      REFERENCE = /#{FIRST}([\w.-]+)#{LAST}/
      MARKS = /[#{FIRST}#{LAST}]/

      module_function

      # A reference to an element as it stands in the text.
      def reference(id) = "#{FIRST}#{id}#{LAST}"

      # Ids of the elements that are named in it, each once.
      def ids(text) = text.include?(FIRST) ? text.scan(REFERENCE).flatten.uniq : []

      # The text with each reference replaced by what the block answers for its id.
      def written(text) = text.include?(FIRST) ? text.gsub(REFERENCE) { yield Regexp.last_match(1) } : text

      # The text in which an element that goes away is only a name any more.
      def without(text, id, name) = written(text) { |each| each == id ? name : reference(each) }

      # Anything typed or read, without the two characters.
      def plain(text) = text.match?(MARKS) ? text.gsub(MARKS, "") : text
    end
  end
end
