# frozen_string_literal: true

require "core_test_helper"

class LexerTest < CoreTest
  def kinds(sql) = Ddl::Lexer.tokens(sql).map { |token| [ token.type, token.value ] }

  def test_whole_token_lists
    { "a.b <> 1.5e3" => [ [ :word, "a" ], [ :symbol, "." ], [ :word, "b" ], [ :symbol, "<>" ], [ :number, "1.5e3" ] ],
      %q("x""y" [z w] `q` 'it''s') => [ [ :quoted, 'x"y' ], [ :quoted, "z w" ], [ :quoted, "q" ],
                                        [ :string, "'it''s'" ] ],
      "a -- b\n/* c */ d /* open" => [ [ :word, "a" ], [ :word, "d" ] ], "'open" => [ [ :string, "'open" ] ], "" => [] }
      .each { |sql, expected| assert_equal expected, kinds(sql), sql }
  end

  def test_places_are_bytes
    text = "é 'ü' x"
    assert_equal [ "é", "'ü'", "x" ], Ddl::Lexer.tokens(text).map { |token| text.byteslice(token.from...token.to) }
  end
end
