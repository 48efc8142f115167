# frozen_string_literal: true

# A script that was sent for review: the text as it was then, and what was said at its lines. Its id is all that an
# address says, and not to be guessed.
class Review < ApplicationRecord
  # What a script says in one place; digest: of its SQL.
  Part = Struct.new(:line, :kind, :name, :element_id, :digest)

  has_many :comments, -> { order(:line, :id) }, class_name: "ReviewComment", dependent: :delete_all,
                                                inverse_of: :review
  belongs_to :stored_model, foreign_key: :model_id

  scope :latest_first, -> { order(created_at: :desc, id: :desc) }

  # Keeps what a ScriptPage shows.
  def self.of(stored, page, person:, message:)
    parts = page.script.statements.map do |each|
      [ each.line, each.kind, each.name, each.element_id, Digest::SHA256.hexdigest(each.sql)[0, 16] ]
    end
    create!(id: Ids.next, model_id: stored.id, design_id: page.design.id, title: page.design.name,
            recipe: page.recipe.name, person:, message: message.to_s.strip.first(2000), revision: stored.revision,
            script: page.script.text, statements: parts,
            account: { made: page.account.made, dropped: page.account.dropped, warnings: page.account.warnings })
  end

  # [Part, …] in the order of the script.
  def parts = @parts ||= statements.map { |values| Part.new(*values) }

  # The part that a line belongs to; nil for the heading.
  def part_at(line) = parts.reverse.find { |part| part.line <= line }

  # The one that was sent before of the same design, or nil.
  def previous
    @previous ||= self.class.where(model_id:, design_id:).where("created_at < ? OR (created_at = ? AND id < ?)",
                                                                 created_at, created_at, id).latest_first.first
  end

  # What is other than in the one before: [["new" | "changed" | "gone", Part], …]; nil if there was none.
  def changes
    return unless previous

    before, now = [ previous, self ].map { |each| each.parts.index_by { |part| [ part.kind, part.name ] } }
    changed = now.filter_map do |key, part|
      old = before[key]
      [ old ? "changed" : "new", part ] unless old&.digest == part.digest
    end
    changed + before.except(*now.keys).values.map { |part| [ "gone", part ] }
  end
end
