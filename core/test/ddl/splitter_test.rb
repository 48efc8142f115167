# frozen_string_literal: true

require "core_test_helper"

# A script's text as statements.
class SplitterTest < CoreTest
  # text => [[SQL, line], …]
  TEXTS = {
    "a; b 'x;y' -- c;\n; /* ; */ d$1 \"q;\" [k;]; `z;`" =>
      [ [ "a", 1 ], [ "b 'x;y'", 1 ], [ "d$1 \"q;\" [k;]", 2 ], [ "`z;`", 2 ] ],
    "x $t$ ; $t$; y" => [ [ "x $t$ ; $t$", 1 ], [ "y", 1 ] ],
    "x$t$ ; $t$; y" => [ [ "x$t$", 1 ], [ "$t$; y", 1 ] ], # a name may end so
    "e\n;\n\n-- f\nf;g" => [ [ "e", 1 ], [ "f", 5 ], [ "g", 5 ] ],
    ";;" => [], "" => [], "-- x" => [], "a -- b" => [ [ "a", 1 ] ], "'open; a" => [ [ "'open; a", 1 ] ],
    "c-1; a/b; $x" => [ [ "c-1", 1 ], [ "a/b", 1 ], [ "$x", 1 ] ],
    "create trigger t begin a; end; b" => [ [ "create trigger t begin a; end", 1 ], [ "b", 1 ] ]
  }.freeze

  # Texts that hold no statements within others are passed over in strides; both ways find the same.
  def test_statements_are_found_by_strides_and_by_tokens
    TEXTS.each do |text, expected|
      assert_equal expected, Ddl::Splitter.statements(text), text
    end
    Platforms.keys.each do |key|
      text = script(ferries, key)
      by_tokens = Ddl::Splitter.statements("#{text}\nfunction")[0...-1]
      assert_equal by_tokens, Ddl::Splitter.statements(text), key
    end
  end
end
