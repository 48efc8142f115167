# frozen_string_literal: true

require "test_helper"
require_relative "../support/hostile_requests"

# Whatever is sent to whatever address is answered with a sentence, never with a failure.
class HostileRequestsTest < ActionDispatch::IntegrationTest
  COUNT = Integer(ENV.fetch("HOSTILE", 1500))
  ANSWERS = [ 200, 204, 302, 303, 400, 403, 404, 406, 409, 413, 422 ].freeze

  setup do
    host! "localhost"
    @stored = ferries
    design = Kelvath::Starting.design(@stored.model, platform: "sqlite", ids: Ids)
    @stored.journal.commit(design.change_set, by: "Guest", follow: false)
    standards = [ house_words, house_rules ]
    milestone = @stored.milestones.create!(name: "Agreed", person: "Guest", revision: @stored.revision)
    run = @stored.runs.create!(kind: "proof", design_id: design.design_id, title: "Proof", person: "Guest",
                               state: "done", result: { "failed" => "x", "sql" => "y", "line" => 1 })
    elements = [ @stored, *standards ].flat_map { |stored|
      stored.model.elements.values.group_by(&:kind).values.flat_map { |list| list.first(2) }
    }.map(&:id)
    @whole = { "model_id" => @stored.id, "lexicon_id" => standards[0].id, "rulebook_id" => standards[1].id,
               "run_id" => run.id.to_s, "milestone_id" => milestone.id.to_s }
    @ids = [ @stored.id, @stored.id, @stored.id, *standards.map(&:id), *elements, milestone.id.to_s, run.id.to_s,
             design.design_id, @stored.model.all(:diagram).first.id ]
  end

  test "every route answers whatever it is sent" do
    requests = HostileRequests.new(@ids, @whole)
    wrong = (0...COUNT).filter_map do |number|
      verb, path, params, headers = requests.request(number)
      status = answer(verb, path, params, headers)
      "#{number}: #{verb} #{path} #{params.inspect[0, 300]} -> #{status}" unless ANSWERS.include?(status)
    end
    assert_empty wrong.first(40), wrong.size
    assert_operator COUNT, :>, requests.routes.size
  end

  private

  def answer(verb, path, params, headers)
    public_send(verb, path, params:, headers:)
    status
  rescue ActionController::RoutingError, URI::InvalidURIError
    404
  rescue StandardError, SystemStackError => error
    "#{error.class}: #{error.message.to_s[0, 160]}" \
    " #{error.backtrace&.find { |line| line.include?("/app/") || line.include?("/core/") }}"
  end
end
