import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// The ledger's keys: arrows move, Enter and F2 write, leaving a cell saves it.
export default class extends Controller {
  static values = { url: String, elementsUrl: String, pastesUrl: String }

  connect() {
    this.reveal = (event) => document.getElementById(`group-${event.detail.id}`)?.scrollIntoView({ block: "start" })
    window.addEventListener("selection:reveal", this.reveal)
    this.cells(this.element)[0]?.setAttribute("tabindex", "0")
  }

  disconnect() {
    window.removeEventListener("selection:reveal", this.reveal)
  }

  cells(within) {
    return [...within.querySelectorAll("td[data-cell]")]
  }

  enter(event) {
    const cell = event.target.closest("td[data-cell]")
    if (!cell || event.target !== cell) return
    this.element.querySelectorAll("td[tabindex='0']").forEach((each) => each.setAttribute("tabindex", "-1"))
    cell.setAttribute("tabindex", "0")
  }

  press(event) {
    if (event.target.tagName === "INPUT") return this.write(event)
    const cell = event.target.closest("td[data-cell]")
    if (!cell || event.ctrlKey || event.metaKey || event.altKey) return
    const moves = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }
    if (moves[event.key]) this.move(cell, ...moves[event.key])
    else if (event.key === "Enter" || event.key === "F2") this.open(cell)
    else if (event.key === " " && cell.dataset.kind === "flag") this.toggle(cell)
    else if (event.key === "Delete" || event.key === "Backspace") this.clear(cell)
    else if (event.key.length === 1) this.open(cell, event.key)
    else return
    event.preventDefault()
  }

  write(event) {
    const input = event.target
    const cell = input.closest("td")
    if (event.key === "Escape") this.abandon(cell)
    else if (event.key === "Enter") this.save(cell, () => this.move(cell, 1, 0))
    else if (event.key === "Tab") this.save(cell, () => this.move(cell, 0, event.shiftKey ? -1 : 1))
    else return event.stopPropagation()
    event.preventDefault()
    event.stopPropagation()
  }

  edit(event) {
    const cell = event.target.closest("td[data-cell]")
    if (cell) this.open(cell)
  }

  open(cell, text) {
    if ("fixed" in cell.dataset || cell.querySelector("input")) return
    if (cell.dataset.kind === "flag" && text === undefined) return this.toggle(cell)
    cell.dataset.shown = cell.textContent
    const input = document.createElement("input")
    input.setAttribute("aria-label", cell.dataset.column)
    input.value = text ?? cell.textContent
    input.defaultValue = cell.textContent
    cell.replaceChildren(input)
    input.focus()
    if (text === undefined) input.select()
    input.addEventListener("blur", () => this.save(cell))
  }

  abandon(cell) {
    const shown = cell.dataset.shown
    cell.querySelector("input").dataset.left = "yes"
    cell.textContent = shown
    cell.focus()
  }

  // Puts the text into the cell and sends it, if it is another than was there.
  save(cell, next) {
    const input = cell.querySelector("input")
    if (!input || input.dataset.left) return
    input.dataset.left = "yes"
    const typed = input.value
    const before = cell.dataset.shown
    cell.textContent = this.isNew(cell) ? "" : typed
    this.isNew(cell) && typed.trim() ? cell.focus() : next?.()
    if (typed === before) return
    this.isNew(cell) ? this.add(cell, typed) : this.send(cell, typed)
  }

  isNew(cell) {
    return cell.parentElement.dataset.row === ""
  }

  add(cell, name) {
    const group = cell.closest("tbody").dataset
    if (name.trim()) kelvath.send("post", this.elementsUrlValue, { kind: group.adds, parent_id: group.group || "", name })
  }

  send(cell, value) {
    const row = cell.parentElement.dataset.row
    kelvath.send("patch", `${this.urlValue}/${encodeURIComponent(row)}`, { column: cell.dataset.column, value, seen: cell.dataset.seen })
  }

  toggle(cell) {
    if ("fixed" in cell.dataset) return
    const value = cell.textContent.trim() === "yes" ? "" : "yes"
    cell.textContent = value
    this.send(cell, value)
  }

  clear(cell) {
    if ("fixed" in cell.dataset || this.isNew(cell) || cell.dataset.column === "name" || !cell.textContent) return
    cell.textContent = ""
    this.send(cell, "")
  }

  // To the cell some rows and columns on; sideways past the end goes to the next row.
  move(cell, rows, columns) {
    if (columns) {
      const all = this.cells(this.element)
      return this.focus(all[all.indexOf(cell) + columns])
    }
    const lines = [...this.element.querySelectorAll("tr[data-row]")]
    const line = lines[lines.indexOf(cell.parentElement) + rows]
    if (!line) return this.focus(cell)
    this.focus(line.querySelector(`[data-column="${cell.dataset.column}"]`) || this.cells(line)[0])
  }

  focus(cell) {
    if (!cell) return
    cell.focus()
    cell.scrollIntoView({ block: "nearest", inline: "nearest" })
  }

  paste(event) {
    const cell = event.target.closest("td[data-cell]")
    const text = event.clipboardData.getData("text/plain")
    if (!cell || event.target.tagName === "INPUT" || !text) return
    event.preventDefault()
    const group = cell.closest("tbody").dataset
    if (group.adds !== "attribute" || (!text.includes("\t") && !text.trim().includes("\n") && !this.isNew(cell))) return this.pasteOne(cell, text.trim())
    kelvath.send("post", this.pastesUrlValue, { entity_id: group.group, start_id: cell.parentElement.dataset.row, column: cell.dataset.column, text })
  }

  pasteOne(cell, text) {
    if ("fixed" in cell.dataset) return
    if (this.isNew(cell)) return this.add(cell, text)
    cell.textContent = text
    this.send(cell, text)
  }
}
