import { Controller } from RAILS_ASSET_URL("/stimulus.js")
import { blocks } from RAILS_ASSET_URL("/controllers/ledger/blocks.js")

// The ledger's keys: arrows move, Shift extends, Enter and F2 write, leaving a cell saves it; blocks
// are copied, pasted and filled down (blocks.js); Alt+arrows move rows.
export default class Grid extends Controller {
  static values = {
    url: String,
    elementsUrl: String,
    pastesUrl: String,
    ordersUrl: String,
    stretchUrl: String,
    originsUrl: String
  }

  connect() {
    this.reveal = ({ detail: { id } }) => {
      const row = this.element.querySelector(`tr[data-row="${id}"]`)
      if (row) return this.focus(this.cells(row)[0])
      document.getElementById(`group-${id}`)?.scrollIntoView({ block: "start" })
    }
    window.addEventListener("selection:reveal", this.reveal)
    this.cells(this.element)[0]?.setAttribute("tabindex", "0")
    this.watcher = new IntersectionObserver(
      (entries) => entries.filter((entry) => entry.isIntersecting).forEach((entry) => this.fetch(entry.target)),
      { root: this.element, rootMargin: "400px" }
    )
    this.watch()
  }

  // Rows that are not here yet are fetched when they come into sight.
  watch() {
    this.element.querySelectorAll("tbody[data-waiting]:not([data-watched])").forEach((part) => {
      part.dataset.watched = "yes"
      this.watcher.observe(part)
    })
  }

  fetch(part) {
    this.watcher.unobserve(part)
    if (part.dataset.fetched) return
    part.dataset.fetched = "yes"
    const url = new URL(this.stretchUrlValue, location.href)
    url.searchParams.set("group", part.dataset.waiting)
    htmx.ajax("get", url.pathname + url.search, { source: part, target: part, swap: "outerHTML" })
  }

  disconnect() {
    this.watcher.disconnect()
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
    if (!this.extending) this.mark(cell, cell)
  }

  press(event) {
    if (event.target.matches("input, select")) return this.write(event)
    const cell = event.target.closest("td[data-cell]")
    if (!cell) return
    const control = event.ctrlKey || event.metaKey
    if (control && event.key.toLowerCase() === "d") return this.stop(event, () => this.fillDown())
    if (control && event.key === "Home") return this.stop(event, () => this.focus(this.cells(this.element)[0]))
    if (control && event.key.toLowerCase() === "a")
      return this.stop(event, () => {
        const all = this.cells(this.element)
        this.mark(all[0], all[all.length - 1])
      })
    if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown"))
      return this.stop(event, () => this.reorder(event.key === "ArrowDown" ? 1 : -1))
    if (control || event.altKey) return
    const moves = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageDown: [20, 0],
      PageUp: [-20, 0]
    }
    if (moves[event.key] && event.shiftKey) this.extend(...moves[event.key])
    else if (moves[event.key]) this.move(cell, ...moves[event.key])
    else if (event.key === "Enter" || event.key === "F2") this.open(cell)
    else if (event.key === " " && cell.dataset.kind === "flag") this.toggle(cell)
    else if (event.key === "Delete" && event.shiftKey) this.removeRows()
    else if (event.key === "Delete" || event.key === "Backspace") this.clear(cell)
    else if (event.key.length === 1) this.open(cell, event.key)
    else return
    event.preventDefault()
  }

  stop(event, act) {
    event.preventDefault()
    event.stopPropagation()
    act()
  }

  // -- writing --

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
    if (cell.querySelector("input")) return
    if ("fixed" in cell.dataset) return this.explain(cell)
    if (cell.dataset.kind === "flag" && text === undefined) return this.toggle(cell)
    cell.dataset.shown = cell.textContent
    const input = document.createElement("input")
    input.setAttribute("aria-label", cell.dataset.column)
    input.value = text ?? cell.textContent
    input.defaultValue = cell.textContent
    cell.replaceChildren(input, ...this.choices(cell, input))
    input.focus()
    if (text === undefined) input.select()
    input.addEventListener("blur", () => this.save(cell))
  }

  // What came with a key says from where; other cells that are computed say so by their looks.
  explain(cell) {
    const row = cell.parentElement.dataset.row
    if (row.includes(".")) kelvath.send("get", `${this.originsUrlValue}/${encodeURIComponent(row)}`)
  }

  // A cell that takes one of a list offers it.
  choices(cell, input) {
    if (!cell.dataset.choices) return []
    const list = document.createElement("datalist")
    list.id = "cell-choices"
    list.append(
      ...cell.dataset.choices
        .split("|")
        .map((choice) => Object.assign(document.createElement("option"), { value: choice }))
    )
    input.setAttribute("list", list.id)
    return [list]
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
    if (name.trim())
      kelvath.send("post", this.elementsUrlValue, { kind: group.adds, parent_id: group.group || "", name })
  }

  send(cell, value) {
    const row = cell.parentElement.dataset.row
    kelvath.send(
      "patch",
      `${this.urlValue}/${encodeURIComponent(row)}`,
      { column: cell.dataset.column, value, seen: cell.dataset.seen },
      cell
    )
  }

  toggle(cell) {
    if ("fixed" in cell.dataset) return
    const value = cell.textContent.trim() === "yes" ? "" : "yes"
    cell.textContent = value
    this.send(cell, value)
  }

  clear(cell) {
    if (this.block.length > 1 || this.block[0]?.length > 1)
      return this.paintOver(this.block.map((row) => row.map(() => "")))
    if ("fixed" in cell.dataset || this.isNew(cell) || cell.dataset.column === "name" || !cell.textContent) return
    cell.textContent = ""
    this.send(cell, "")
  }

  removeRows() {
    const ids = this.block.map((row) => row[0].parentElement.dataset.row).filter((id) => id && !id.includes("."))
    if (ids.length) kelvath.send("delete", `${this.elementsUrlValue}/${encodeURIComponent(ids.join(","))}`)
  }

  // -- moving about --

  // To the cell some rows and columns on; sideways past the end goes to the next row.
  move(cell, rows, columns) {
    if (columns) {
      const all = this.cells(this.element)
      return this.focus(all[all.indexOf(cell) + columns])
    }
    const lines = this.lines()
    const at = lines.indexOf(cell.parentElement)
    const line = lines[Math.max(0, Math.min(lines.length - 1, at + rows))]
    const coming = this.coming(cell, rows, line, at, lines)
    if (coming) return this.await(coming, cell.dataset.column, rows > 0)
    if (!line) return this.focus(cell)
    this.focus(line.querySelector(`[data-column="${cell.dataset.column}"]`) || this.cells(line)[0])
  }

  lines() {
    return [...this.element.querySelectorAll("tr[data-row]")]
  }

  // The part of the ledger that has still to come, if the way leads into it.
  coming(cell, rows, line, at, lines) {
    const here = cell.closest("tbody")
    const next = rows > 0 ? here.nextElementSibling : here.previousElementSibling
    const leaves = !line || lines[at + rows] === undefined || line.closest("tbody") !== here
    return leaves && next && "waiting" in next.dataset ? next : null
  }

  await(part, column, downwards) {
    this.wanted = { id: part.id, column, downwards }
    part.scrollIntoView({ block: downwards ? "start" : "end" })
    this.fetch(part)
  }

  arrived() {
    this.watch()
    const part = this.wanted && document.getElementById(this.wanted.id)
    if (!part || "waiting" in part.dataset) return
    const lines = [...part.querySelectorAll("tr[data-row]")]
    const line = this.wanted.downwards ? lines[0] : lines[lines.length - 1]
    const { column } = this.wanted
    this.wanted = null
    if (line) this.focus(line.querySelector(`[data-column="${column}"]`) || this.cells(line)[0])
  }

  focus(cell) {
    if (!cell) return
    cell.focus()
    cell.scrollIntoView({ block: "nearest", inline: "nearest" })
  }

  // -- order --

  reorder(steps) {
    const rows = this.block.map((row) => row[0].parentElement.dataset.row).filter((id) => id && !id.includes("."))
    if (rows.length) kelvath.send("post", this.ordersUrlValue, { rows: rows.join(","), steps })
  }
}

Object.assign(Grid.prototype, blocks)
