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
    link_to "#{column.label}#{mark}", url_for(
      params.permit(:flat, :filter, :columns, :stage).merge(sort: to).compact_blank
    ), class: "text-soft no-underline", title: "Sort by #{column.label.downcase}", tabindex: -1
  end

  # [[group, whether its rows are sent at once], …]
  def with_rows(groups)
    sent = 0
    groups.map do |group|
      now = sent < FIRST_ROWS
      sent += group.rows.size if now
      [ group, now ]
    end
  end

  # One cell. Thousands of them make a page, so they are put together here rather than by a template.
  # oob: it is to take the place of the one on the page; error and typed: it was refused.
  def ledger_cell(row, column, oob: false, error: nil, typed: nil)
    text = typed || row.cells[column.name].to_s
    computed = !row.editable || column.kind == :computed
    shown = ERB::Util.html_escape(text)
    title = ERB::Util.html_escape(error ? error.message : (row.origin && column.name == "name" ?
        "Migrated #{row.origin}" :
        (text.length > column.width ? text : "")))
    seen = ERB::Util.html_escape(row.cells[column.name].to_s)
    %(<td id="cell-#{row.id}-#{column.name}" role="gridcell" data-cell data-column="#{column.name}") +
      %( data-kind="#{column.kind}" data-seen="#{seen}" tabindex="-1")
      .concat(computed || error ?
                %( class="#{[ ("computed" if computed), ("cell-wrong" if error) ].compact.join(' ')}") :
                "")
      .concat(computed ? %( data-fixed aria-readonly="true") : "").concat(error ? %( aria-invalid="true") : "")
      .concat(column.choices ? %( data-choices="#{ERB::Util.html_escape(column.choices.join('|'))}") : "")
      .concat(title.empty? ? "" : %( title="#{title}")).concat(oob ? %( hx-swap-oob="true") :
          "").concat(">#{shown}</td>").html_safe
  end

  # The ledgers there are, for a menu: [[title, scope], …].
  def ledger_scopes(desk)
    stage = { "concept" => [ [ "Entities", "concept" ] ], "logical" => [ [ "Attributes by entity", "logical" ] ],
              "physical" => desk.design ? [ [ "Columns by table", desk.design.id ] ] : [] }.fetch(desk.stage, [])
    kinds = Kelvath::Ledger::KINDS.select do |kind|
      (Kelvath::Metamodel.fetch(kind).side == :physical) == (desk.stage == "physical")
    end
    stage + kinds.map do |kind|
      [ Kelvath::Inflection.plural(Kelvath::Metamodel.fetch(kind).title).capitalize, "kind:#{kind}" ]
    end
  end
end
