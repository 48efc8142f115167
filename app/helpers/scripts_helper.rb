# frozen_string_literal: true

module ScriptsHelper
  FORMATTER = Rouge::Formatters::HTML.new
  LEXER = Rouge::Lexers::SQL

  # [[anchor or nil, highlighted HTML], …]: the heading, then each statement.
  def script_pieces(script)
    [ [ nil, highlight("#{script.heading.join("\n")}\n\n") ],
      *script.statements.map { |statement| [ "statement-#{statement.line}", highlight("#{statement.sql};\n\n") ] } ]
  end

  # Rouge escapes what it marks up.
  def highlight(sql) = FORMATTER.format(LEXER.new.lex(sql)).html_safe
end
