# frozen_string_literal: true

# Comments at lines of a script under review. Each comes back to the object that the line makes, as a note.
class ReviewCommentsController < ApplicationController
  before_action { @review = Review.find(params[:review_id]) }

  # line, text.
  def create
    line = Integer(params.require(:line), 10).clamp(1, @review.script.count("\n"))
    part = @review.part_at(line)
    comment = @review.comments.create!(line:, text: params[:text].to_s.strip, person:, element_id: part&.element_id)
    note(comment)
    redirect_to review_path(@review, anchor: "comment-#{comment.id}"), status: :see_other
  rescue ArgumentError
    complain "A comment stands at a line, which is a number.", status: :bad_request
  rescue ActiveRecord::RecordInvalid => error
    complain error.record.errors.full_messages.to_sentence, status: :unprocessable_entity
  end

  # Settles a comment, or takes it up again.
  def update
    comment = @review.comments.find(params[:id])
    comment.update!(settled_at: comment.settled_at ? nil : Time.current)
    redirect_to review_path(@review, anchor: "comment-#{comment.id}"), status: :see_other
  end

  private

  # On the table of what has no notes itself; nowhere if it is gone by now.
  def note(comment)
    stored = @review.stored_model
    model = stored.model
    element = model[comment.element_id] or return
    subject = [ element, *model.ancestors(element) ].find { |each| Kelvath::Metamodel::Note.within.include?(each.kind) }
    return unless subject

    change = Kelvath::Draft.change(model, ids: Ids) do |draft|
      Kelvath::Custom.note(draft, subject.id, "Line #{comment.line} of the script: #{comment.text}", author: person,
                                                                            written_on: Date.current.iso8601)
    end
    stored.journal.commit(change, by: person, label: "Commented on the script of #{@review.title}", follow: false)
  end
end
