// Blocks of the ledger's cells, as the grid has them: marking, copying, pasting, filling down.
export const blocks = {
  // Rows of cells between two corners.
  mark(one, two) {
    this.corners = [one, two]
    this.element.querySelectorAll("td.taken").forEach((cell) => cell.classList.remove("taken"))
    this.block = this.between(one, two)
    if (this.block.length > 1 || this.block[0]?.length > 1)
      this.block.flat().forEach((cell) => cell.classList.add("taken"))
  },

  between(one, two) {
    const lines = this.lines().filter((line) => line.dataset.row)
    const rows = [lines.indexOf(one.parentElement), lines.indexOf(two.parentElement)].sort((a, b) => a - b)
    if (rows[0] < 0) return [[two]]
    const columns = [one, two].map((cell) => this.cells(cell.parentElement).indexOf(cell)).sort((a, b) => a - b)
    return lines
      .slice(rows[0], rows[1] + 1)
      .map((line) => this.cells(line).slice(columns[0], columns[1] + 1))
      .filter((row) => row.length)
  },

  extend(rows, columns) {
    const [one, two] = this.corners
    const lines = this.lines().filter((line) => line.dataset.row)
    const line = lines[Math.max(0, Math.min(lines.length - 1, lines.indexOf(two.parentElement) + rows))]
    const at = Math.max(0, Math.min(this.cells(line).length - 1, this.cells(two.parentElement).indexOf(two) + columns))
    const next = this.cells(line)[at]
    this.extending = true
    next.focus()
    this.extending = false
    this.mark(one, next)
    next.scrollIntoView({ block: "nearest", inline: "nearest" })
  },

  point(event) {
    const cell = event.target.closest("td[data-cell]")
    if (!cell || event.target.matches("input")) return
    if (event.shiftKey && this.corners) {
      event.preventDefault()
      return this.mark(this.corners[0], cell)
    }
    this.sweeping = cell
    window.addEventListener(
      "mouseup",
      () => {
        this.sweeping = null
      },
      { once: true }
    )
  },

  sweep(event) {
    const cell = event.target.closest("td[data-cell]")
    if (this.sweeping && cell && cell !== this.sweeping) this.mark(this.sweeping, cell)
  },

  copy(event) {
    if (event.target.matches?.("input, textarea") || !this.block) return
    event.preventDefault()
    event.clipboardData.setData(
      "text/plain",
      this.block.map((row) => row.map((cell) => cell.textContent).join("\t")).join("\n")
    )
  },

  paste(event) {
    const cell = event.target.closest("td[data-cell]")
    const text = event.clipboardData.getData("text/plain")
    if (!cell || event.target.tagName === "INPUT" || !text) return
    event.preventDefault()
    const single = !text.includes("\t") && !text.trim().includes("\n")
    if (single && this.block?.flat().length > 1)
      return this.paintOver(this.block.map((row) => row.map(() => text.trim())), "")
    if (single && !this.isNew(cell)) return this.pasteOne(cell, text.trim())
    if (single) return this.add(cell, text.trim())
    const lines = this.lines().filter((line) => line.dataset.row)
    const start = lines.indexOf(cell.parentElement)
    this.post(cell, start < 0 ? [] : lines.slice(start).map((line) => line.dataset.row), text)
  },

  post(cell, rows, text, filled = "") {
    const group = cell.closest("tbody").dataset
    const line = this.isNew(cell)
      ? [...this.element.querySelectorAll("thead th")].map(
          (_, index) => this.cells(this.element)[index]?.dataset.column
        )
      : this.cells(cell.parentElement)
          .slice(this.cells(cell.parentElement).indexOf(cell))
          .map((each) => each.dataset.column)
    const columns = this.isNew(cell) ? this.columnNames() : line
    kelvath.send("post", this.pastesUrlValue, {
      entity_id: group.adds === "attribute" && !filled ? group.group : "",
      start_id: cell.parentElement.dataset.row,
      columns: columns.join(","),
      rows: rows.slice(0, text.split("\n").length).join(","),
      text,
      filled
    })
  },

  columnNames() {
    const line = this.lines().find((each) => each.dataset.row)
    return line
      ? this.cells(line).map((cell) => cell.dataset.column)
      : ["name", "type", "length", "precision", "scale", "mandatory", "identifier", "default_value", "definition"]
  },

  pasteOne(cell, text) {
    if ("fixed" in cell.dataset) return
    cell.textContent = text
    this.send(cell, text)
  },

  // Writes texts over the marked block.
  paintOver(texts, filled = "yes") {
    const rows = this.block.map((row) => row[0].parentElement.dataset.row)
    const columns = this.block[0].map((cell) => cell.dataset.column)
    kelvath.send("post", this.pastesUrlValue, {
      entity_id: "",
      columns: columns.join(","),
      rows: rows.join(","),
      text: texts.map((row) => row.join("\t")).join("\n"),
      filled
    })
  },

  fillDown() {
    if (!this.block || this.block.length < 2) return
    const first = this.block[0].map((cell) => cell.textContent)
    this.paintOver(this.block.map(() => first))
  }
}
