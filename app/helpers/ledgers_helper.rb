# frozen_string_literal: true

# How a ledger is looked at, as parameters of its address.
module LedgersHelper
  FIRST_ROWS = 60 # rows that a ledger's page holds at once; the rest comes when it is scrolled to
  ROW_HEIGHT = 27 # px

  def ledger_params(**changes)
    { columns: params[:columns].presence && Array(params[:columns]).join(","), sort: params[:sort].presence,
      filter: params[:filter].presence, flat: params[:flat].presence }.merge(changes).compact
  end

  # A heading's link: sorts upwards, then downwards, then not.
  def sort_link(column)
    now = params[:sort].to_s
    to = now == column.name ? "-#{column.name}" : (now == "-#{column.name}" ? nil : column.name)
    mark = { column.name => " ↑", "-#{column.name}" => " ↓" }[now]
    path = url_for(params.permit(:flat, :filter, :columns, :stage).merge(sort: to).compact_blank)
    link_to "#{column.label}#{mark}", path, class: "text-soft no-underline", tabindex: -1,
                                            title: "Sort by #{column.label.downcase}"
  end

  # How many of the first groups are sent with their rows.
  def sent_at_once(groups)
    sent = 0
    groups.index { |group| (sent += group.rows.size) >= FIRST_ROWS }&.succ || groups.size
  end

  def titled?(group, ledger) = group.title && ledger.grouped? && !ledger.view.flat

  # Is there an empty row under a group, for something new?
  def adds?(group, ledger)
    ledger.adds && !ledger.view.flat && (ledger.grouped? || group.equal?(ledger.groups.last))
  end

  # How many columns its table has.
  def breadth(ledger) = ledger.columns.size + (ledger.ordered? ? 1 : 0)

  # A group that is painted anew; of many, the first few with their rows. index: its place among them.
  def changed_group(group, ledger, index, oob: false)
    index < 4 ? render("ledgers/group", group:, ledger:, oob:) : waiting_group(group, ledger, oob:)
  end

  # In the place of a group whose rows come when it is scrolled to; put together here, as cells are, and for the same
  # reason.
  def waiting_group(group, ledger, oob: false)
    titled = titled?(group, ledger)
    height = ROW_HEIGHT * (group.rows.size + (titled ? 1 : 0) + (adds?(group, ledger) ? 1 : 0))
    cell = %(<td height="#{height}" colspan="#{breadth(ledger)}">#{ERB::Util.html_escape(group.title) if titled}</td>)
    %(<tbody id="group-#{group.id}" data-waiting="#{group.id}"#{' hx-swap-oob="true"' if oob}><tr>#{cell}</tr></tbody>)
      .html_safe
  end

  # One cell. Thousands of them make a page, so they are put together here rather than by a template.
  # oob: it is to take the place of the one on the page; error and typed: it was refused.
  def ledger_cell(row, column, oob: false, error: nil, typed: nil)
    text = typed || row.cells[column.name].to_s
    computed = !row.editable || column.kind == :computed
    title = error ? error.message : cell_title(row, column, text)
    cell = +%(<td id="cell-#{row.id}-#{column.name}" role="gridcell" data-cell data-column="#{column.name}")
    inherited = row.inherited&.key?(column.name) && !typed
    seen = inherited ? "" : ERB::Util.html_escape(row.cells[column.name].to_s)
    cell << %( data-kind="#{column.kind}" data-seen="#{seen}" tabindex="-1")
    marks = [ ("computed" if computed), ("cell-wrong" if error), ("inherited" if inherited),
              ("decided" if row.decided&.key?(column.name)),
              ("within-#{row.depth.clamp(1, 4)}" if row.depth.to_i.positive? && column.name == "name") ].compact
    cell << %( class="#{marks.join(' ')}") if marks.any?
    cell << %( data-fixed aria-readonly="true") if computed
    cell << %( aria-invalid="true") if error
    cell << %( data-choices="#{ERB::Util.html_escape(column.choices.join('|'))}") if column.choices
    cell << %( title="#{ERB::Util.html_escape(title)}") if title
    cell << %( hx-swap-oob="true") if oob
    (cell << ">#{ERB::Util.html_escape(text)}</td>").html_safe
  end

  # The ledgers there are, for a menu: [[title, address], …].
  def ledger_addresses(desk)
    stage = { "concept" => [ [ "Entities", "concept" ] ], "logical" => [ [ "Attributes by entity", "logical" ] ],
              "physical" => desk.design ? [ [ "Columns by table", desk.design.id ] ] : [] }.fetch(desk.stage, [])
    kinds = Kelvath::Ledger::KINDS.select do |kind|
      (Kelvath::Metamodel.fetch(kind).side == :physical) == (desk.stage == "physical")
    end
    stage + kinds.map { |kind| [ kinds_title(kind), "kind:#{kind}" ] }
  end

  # What a ledger is called in print.
  def ledger_title(model, address)
    return kinds_title(Kelvath::Ledger.kind_of(address.delete_prefix("kind:"))) if address.start_with?("kind:")

    { "concept" => "Entities", "logical" => "Attributes" }[address] || "Columns of #{model.fetch(address).name}"
  end

  def kinds_title(kind) = Kelvath::Inflection.plural(Kelvath::Metamodel.fetch(kind).title).capitalize

  private

  def decided_title(derived, text, column)
    whole = "#{text}. " if text.length > column.width
    return "#{whole}Decided by hand: it was not derived" unless derived

    "#{whole}Decided by hand; derived as #{derived.empty? ? 'nothing' : "“#{derived}”"}"
  end

  # What a cell says that does not show: where a migrated attribute is from, or a text that is cut off.
  def cell_title(row, column, text)
    return "From the domain #{row.inherited[column.name]}" if row.inherited&.key?(column.name)
    return decided_title(row.decided[column.name], text, column) if row.decided&.key?(column.name)
    return "Migrated #{row.origin}" if row.origin && column.name == "name"

    text if text.length > column.width
  end
end
