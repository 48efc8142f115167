# frozen_string_literal: true

# Two sides laid beside each other by somebody, with what that person said of them: what is the same thing, and which
# side stands in what they differ.
class Comparison < ApplicationRecord
  LATEST = Latest.new(4) # what was worked out of those that were looked at last
  KEPT = 60 # of a model
  STANDS = %w[left right both].freeze

  belongs_to :stored_model, foreign_key: :model_id

  # Old ones go when there are new ones.
  after_create do
    old = self.class.where(model_id:).order(id: :desc).offset(KEPT).ids
    self.class.where(id: old).delete_all
  end

  def sides = @sides ||= [ left, right ].map { |key| ComparedSide.new(stored_model, key) }
  def base_side = base.presence && ComparedSide.new(stored_model, base)

  # A Run that reads a side and has not ended, or failed; nil if all can be compared.
  def reading = [ *sides, base_side ].compact.filter_map(&:reading).first

  # What it is called in a list, whatever has become of its sides.
  def heading
    names = [ left, right ].map do |key|
      ComparedSide.new(stored_model, key).title
    rescue Kelvath::NotFound
      "something gone"
    end
    names.join(" and ")
  end

  # What both sides are called.
  def titles = sides.zip(designs).map { |side, design| side.title(design) }

  # The Kelvath::Merging::Comparison. Raises Kelvath::Error.
  def made = worked_out.first

  # { key => :left, :right or :both }: where each difference arose; empty if nothing is known of what both come from.
  def origins = worked_out.last&.origins || {}

  # { key => "left" or "right" } of all that is decided: by a person, or since only one side changed it.
  def standing
    settled = worked_out.last&.settled || {}
    settled.merge(chosen).reject { |key, side| side == "both" || made[key].nil? }
  end

  # { key => key of what needs it }: what comes along with what is decided, into either side.
  def along
    sides_taken.map { |comparison, keys| Kelvath::Merging::Needs.new(comparison).of(keys) }.reduce(:merge)
  end

  # What changes one side, "left" or "right": a Kelvath::Merging::Taking.
  def taking(into)
    comparison, keys = sides_taken[into == "left" ? 0 : 1]
    Kelvath::Merging::Taking.new(comparison, keys, ids: Ids)
  end

  # keys: of differences; side: one of STANDS. What stands within something that is new or gone goes with it.
  def choose(keys, side)
    raise Kelvath::UnknownName, "A difference stands as left, right or both." unless STANDS.include?(side)

    all = keys.filter_map { |key| made[key] }.flat_map { |each| [ each, *made.within(each) ] }.map(&:key)
    with_lock { update!(chosen: chosen.merge(all.index_with(side))) }
  end

  # A person's word: what on the right is what on the left, nil for nothing.
  def say(right_id, left_id)
    made.right.elements[right_id] || raise(Kelvath::NotFound)
    made.left.elements[left_id] || raise(Kelvath::NotFound) if left_id
    with_lock { update!(said: said.reject { |_, id| left_id && id == left_id }.merge(right_id => left_id)) }
  end

  private

  # [the comparison into the left with the keys it takes, the same for the right]
  def sides_taken
    stands = standing
    keys = ->(side) { stands.select { |_, each| each == side }.keys }
    [ [ made, keys.("right") ], [ made.flipped, keys.("left") ] ]
  end

  # [Kelvath::Merging::Comparison, Kelvath::Merging::Ancestry or nil]
  def worked_out
    print = [ *[ *sides, base_side ].compact.map(&:fingerprint), said ]
    LATEST.fetch(id) { |known| known&.first == print ? known : [ print, work_out ] }.last
  end

  def work_out
    left, right = sides.zip(designs).map { |side, design| merging_side(side, design) }
    comparison = Kelvath::Merging.compare(left, right, said:)
    ancestor = base_side and
      base = merging_side(ancestor, designs.first && ancestor.counterpart(designs.first))
    [ comparison, base && Kelvath::Merging::Ancestry.new(comparison, base) ]
  end

  def merging_side(side, design)
    Kelvath::Merging::Side.new(model: side.model, root_id: design&.id, told: side.told?)
  end

  # Both sides' designs, or nil twice. Where one side is a design, its counterpart on the other is meant.
  def designs
    @designs ||= begin
      meant = sides.map { |side| side.meant_id && side.model.fetch(side.meant_id, :design) }
      there = meant.compact.first
      sides.zip(meant).map { |side, design| design || (there && side.counterpart(there)) }
    end
  end
end
