import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// What is selected on the page: marks it, shows its particulars, and tells the server with every
// request, so that what is said of it is kept true.
export default class extends Controller {
  static values = { url: String }

  connect() {
    this.selected = ""
    this.listeners = {
      "htmx:configRequest": (event) => { event.detail.parameters.selected ||= this.selected },
      "htmx:oobAfterSwap": (event) => this.swapped(event.detail.target),
      "htmx:oobBeforeSwap": (event) => this.protect(event)
    }
    Object.entries(this.listeners).forEach(([name, listener]) => document.body.addEventListener(name, listener))
  }

  disconnect() {
    Object.entries(this.listeners).forEach(([name, listener]) => document.body.removeEventListener(name, listener))
  }

  reveal(event) {
    this.select(event.currentTarget.dataset.id)
    this.dispatch("reveal", { target: window, detail: { id: this.selected } })
  }

  choose(event) {
    this.select(event.detail.id)
  }

  select(id) {
    this.selected = id
    this.mark()
    const panel = document.getElementById("particulars")
    if (panel && id) htmx.ajax("get", `${this.urlValue}/${encodeURIComponent(id)}`, { source: panel, target: panel, swap: "innerHTML" })
  }

  mark() {
    document.querySelectorAll(".selected").forEach((element) => element.classList.remove("selected"))
    document.querySelectorAll(".contents-entry[aria-current]").forEach((entry) => entry.removeAttribute("aria-current"))
    if (!this.selected) return
    const drawn = document.getElementById(`card-${this.selected}`) || document.getElementById(`line-${this.selected}`)
    drawn?.classList.add("selected")
    document.getElementById(`entry-${this.selected}`)?.setAttribute("aria-current", "true")
  }

  // A painted part loses its mark; a new element that the server chose becomes the selection.
  swapped(target) {
    if (target.id === "chosen") {
      const chosen = target.querySelector("[data-select]")?.dataset.select
      if (!chosen) return
      this.select(chosen)
      window.dispatchEvent(new CustomEvent("selection:made", { detail: { id: chosen } }))
    } else {
      this.mark()
    }
  }

  // What somebody is writing in is never painted over.
  protect(event) {
    const writing = document.activeElement
    if (writing?.matches("input, textarea, select") && event.detail.target !== writing && event.detail.target.contains(writing)) {
      const unsaved = writing.type !== "checkbox" && writing.tagName !== "SELECT" && writing.value !== writing.defaultValue
      if (unsaved) event.detail.shouldSwap = false
    }
  }
}
