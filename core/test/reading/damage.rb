# frozen_string_literal: true

# Scripts damaged at random: cut, doubled, mixed, with odd characters. The same seed gives the same damage.
class Damage
  ODD = [ "'", '"', "`", "[", "(", ")", ";", ",", "/*", "*/", "--", "$$", "\\", "\n", "\r\n", ".", "::", "GO\n", "/\n",
          "DELIMITER //\n", "CREATE TABLE ", "ALTER TABLE x ADD ", "END", "BEGIN", "CONSTRAINT", "\u00e9",
          "\u{1f6a2}", "0x", "PRIMARY KEY", "REFERENCES", "AS", "((((((((((" ].freeze

  # texts: whole scripts.
  def initialize(texts, seed)
    @texts = texts
    @random = Random.new(seed)
  end

  def text
    text = pick(@texts).dup
    (1 + @random.rand(6)).times { text = damaged(text) }
    text
  end

  private

  def pick(list) = list[@random.rand(list.size)]
  def place(text) = @random.rand(text.size + 1)

  def damaged(text)
    at = place(text)
    case @random.rand(5)
    when 0 then text[0...at].to_s + text[[ at + 1 + @random.rand(30), text.size ].min..].to_s
    when 1 then text[0...at].to_s + pick(ODD) + text[at..].to_s
    when 2 then text[0...at].to_s + text[place(text)..].to_s
    when 3 then text + pick(@texts)[0, 300]
    else text.tr(pick(ODD)[0], pick(ODD)[0])
    end
  end
end
