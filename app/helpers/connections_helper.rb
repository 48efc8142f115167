# frozen_string_literal: true

module ConnectionsHelper
  TLS_WORDS = { "no" => "is not encrypted", "if there" => "is encrypted if the server can",
                "always" => "is always encrypted",
                "verified" => "is encrypted, and the server's certificate is checked" }.freeze
  RUNS_SHOWN = 30 # of what was done over a connection
  # { kind of a run => what people call it }
  DONE_OVER = { "taking" => "Read", "joining" => "Read again", "running" => "Script run", "cleaning" => "Cleaned up",
                "drift" => "Looked for drift", "side" => "Read to compare", "state" => "Read to alter" }.freeze
  STEP_MARKS = { true => [ "✓", "text-moss", "passed" ], false => [ "✕", "text-rust", "failed" ],
                 nil => [ "·", "text-soft", "not come to" ] }.freeze

  # { model's id => [Source, …] } of designs that have drifted from their databases.
  def drifted_sources
    @drifted_sources ||= Source.where.not(drifted_at: nil).includes(:connection).group_by(&:model_id)
  end

  # What became of a run over a connection: [words, colour].
  def came_of(run)
    return [ "not clean", "text-rust" ] if run.unclean?
    return [ run.failed? ? "failed" : "working", run.failed? ? "text-rust" : "text-soft" ] unless run.done?
    return [ "not clean", "text-rust" ] if run.result.to_h["clean"] == false
    return [ failed_words(run.result), "text-ochre" ] if run.result["failed"]

    counts = run.kind == "drift" ? run.result["counts"].to_h.map { |way, count| "#{count} #{way}" }.join(", ") : "done"
    [ counts, "text-moss" ]
  end

  # What became of what a run that failed had done.
  def failed_words(result)
    return "failed, and stands" if result["stands"]

    result["left_by"] ? "failed, left as it is" : "failed, taken back"
  end

  # Connections that somebody sees, each with its SignIn or nil.
  def with_sign_ins(connections)
    sign_ins = SignIn.lasting.where(person:, connection: connections).index_by(&:connection_id)
    connections.map { |connection| [ connection, sign_ins[connection.id] ] }
  end

  # What the form says when something of it cannot be.
  def connection_fault(connection, field)
    words = connection.errors[field].first or return
    tag.p(words.match?(/\A[a-z]/) ? connection.errors.full_messages_for(field).first : words,
          class: "pt-1 text-rust", role: "alert")
  end

  # [[title, key], …] of platforms whose databases can be reached.
  def reachable_platforms
    Connectors.platforms.map { |key| [ Connection.new(platform: key).platform_title, key ] }
  end

  # { platform's key => port that its servers usually listen on }
  def usual_ports
    Connectors::SERVERS.keys.index_with { |key| Kelvath::Platforms.fetch(key).class::PORT }
                       .merge(Connectors::PRACTICE.keys.index_with { |key| PracticeServer.port(key) }.compact)
  end
end
