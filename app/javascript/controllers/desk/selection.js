import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const SETTLED = 40 // ms after a swap: htmx then has given painted parts the classes they came with

// What is selected on the page: marks it, shows its particulars, and tells the server with every
// request, so that what is said of it is kept true.
export default class extends Controller {
  static values = { url: String, home: String }

  connect() {
    this.ids = []
    this.listeners = {
      "htmx:configRequest": (event) => {
        event.detail.parameters.selected ||= this.selected || this.homeValue
        event.detail.parameters.chosen ||= this.ids.join(",")
      },
      "htmx:beforeOnLoad": (event) => {
        this.answered = event.detail.elt
      },
      "htmx:afterOnLoad": () => {
        this.answered = null
      },
      "htmx:oobAfterSwap": (event) => this.swapped(event.detail.target),
      "htmx:oobBeforeSwap": (event) => this.protect(event)
    }
    Object.entries(this.listeners).forEach(([name, listener]) => document.body.addEventListener(name, listener))
    if (this.homeValue) this.show(this.homeValue)
    setTimeout(() => this.arrive()) // when all that listens to it is there
  }

  disconnect() {
    Object.entries(this.listeners).forEach(([name, listener]) => document.body.removeEventListener(name, listener))
  }

  // The one that was chosen last.
  get selected() {
    return this.ids[this.ids.length - 1] || ""
  }

  // An address can name what is to be shown.
  arrive() {
    const id = location.hash.match(/^#at-(.+)$/)?.[1]
    if (!id) return
    this.select([decodeURIComponent(id)])
    this.dispatch("reveal", { target: window, detail: { id: this.selected } })
  }

  // One listener serves a whole list of entries.
  reveal(event) {
    const entry = event.target.closest("[data-id]")
    if (!entry) return
    this.select([entry.dataset.id])
    this.dispatch("reveal", { target: window, detail: { id: this.selected } })
  }

  // detail: id, with add to keep what was chosen before; or ids.
  choose(event) {
    const { id, ids, add } = event.detail
    if (ids) return this.select(ids)
    if (!add) return this.select(id ? [id] : [])
    if (id) this.select(this.ids.includes(id) ? this.ids.filter((each) => each !== id) : [...this.ids, id])
  }

  select(ids) {
    this.ids = ids
    document.body.dataset.selected = this.selected
    this.mark()
    this.dispatch("changed", { target: window, detail: { ids } })
    this.show(ids.length ? ids.slice(0, 200).join(",") : this.homeValue)
  }

  show(id) {
    const panel = document.getElementById("particulars")
    if (panel && id)
      htmx.ajax("get", `${this.urlValue}/${encodeURIComponent(id)}`, {
        source: panel,
        target: panel,
        swap: "innerHTML"
      })
  }

  mark() {
    document.querySelectorAll(".selected").forEach((element) => element.classList.remove("selected"))
    document.querySelectorAll(".contents-entry[aria-current]").forEach((entry) => entry.removeAttribute("aria-current"))
    this.ids.forEach((id) => {
      const drawn = ["card", "line", "note"].map((part) => document.getElementById(`${part}-${id}`)).find(Boolean)
      drawn?.classList.add("selected")
      document.getElementById(`entry-${id}`)?.setAttribute("aria-current", "true")
    })
    this.light()
  }

  // What touches the selection, if that is to be brought out.
  light() {
    const world = document.getElementById("world")
    if (!world) return
    world.querySelectorAll(".near").forEach((part) => part.classList.remove("near"))
    const lit = this.lit && this.ids.length > 0
    world.classList.toggle("lit", Boolean(lit))
    if (!lit) return
    const chosen = new Set(this.ids)
    this.ids.forEach((id) =>
      ["card", "line"].forEach((part) => document.getElementById(`${part}-${id}`)?.classList.add("near"))
    )
    world.querySelectorAll(".line").forEach((line) => {
      if (!chosen.has(line.dataset.from) && !chosen.has(line.dataset.to) && !chosen.has(line.dataset.id)) return
      line.classList.add("near")
      ;[line.dataset.from, line.dataset.to].forEach((id) =>
        document.getElementById(`card-${id}`)?.classList.add("near")
      )
    })
  }

  // The drawing zooms to what is selected.
  zoom() {
    this.dispatch("zoom", { target: window })
  }

  toggleLight() {
    this.lit = !this.lit
    this.light()
  }

  // A painted part loses its mark; a new element that the server chose becomes the selection.
  swapped(target) {
    if (target.id === "chosen") {
      const way = target.querySelector("[data-way]")?.dataset.way
      if (way) {
        this.lit = true
        return this.select(way.split(","))
      }
      const chosen = target.querySelector("[data-select]")?.dataset.select
      if (!chosen) return
      this.select([chosen])
      window.dispatchEvent(new CustomEvent("selection:made", { detail: { id: chosen } }))
    } else if (this.ids.length) {
      clearTimeout(this.marking)
      this.marking = setTimeout(() => this.mark(), SETTLED)
    }
  }

  // A form that has just been sent may be painted over; the writing goes on in the one that comes, unless somebody
  // has gone elsewhere by then.
  refocus(label) {
    setTimeout(() => {
      if (document.activeElement !== document.body) return
      const inputs = [...document.querySelectorAll("#particulars input")]
      inputs.find((input) => input.getAttribute("aria-label") === label)?.focus()
    }, SETTLED)
  }

  // What somebody is writing in is never painted over.
  protect(event) {
    const writing = document.activeElement
    if (writing?.form && writing.form === this.answered && event.detail.target.contains(writing))
      return this.refocus(writing.getAttribute("aria-label"))
    if (
      writing?.matches("input, textarea, select") &&
      event.detail.target !== writing &&
      event.detail.target.contains(writing)
    ) {
      const unsaved =
        writing.type !== "checkbox" && writing.tagName !== "SELECT" && writing.value !== writing.defaultValue
      if (unsaved) event.detail.shouldSwap = false
    }
  }
}
