import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// The slip beside a field in which a logical name is typed: the physical name forms on it word by word.
// Fields say what they name with data-names ("entity" or "attribute"); so does a ledger for its names.
const PAUSE = 90 // ms without typing before the server is asked
// Where a name is asked for, a sentence may be typed as well.
const SENTENCE = /\b(each|may|must|has|have|is|are|decides?)\b/i

export default class extends Controller {
  static values = { url: String }

  connect() {
    this.typed = (event) => {
      if (this.kind(event.target)) this.wait(event.target)
    }
    this.left = (event) => {
      if (event.target === this.field && !this.element.contains(event.relatedTarget)) this.hide()
    }
    document.addEventListener("input", this.typed)
    document.addEventListener("focusout", this.left)
  }

  disconnect() {
    document.removeEventListener("input", this.typed)
    document.removeEventListener("focusout", this.left)
  }

  // What a field names: said by itself, or by the ledger in whose column of names it stands.
  kind(field) {
    if (!field.matches?.("input")) return null
    return (
      field.dataset.names ||
      (field.closest("td[data-column=name]") && field.closest("[data-row-names]")?.dataset.rowNames) ||
      null
    )
  }

  wait(field) {
    this.field = field
    clearTimeout(this.timer)
    this.timer = setTimeout(() => this.ask(field), PAUSE)
  }

  async ask(field) {
    const name = field.value.split(":")[0].replace(/\*$/, "").trim()
    if (!name || (this.kind(field) === "entity" && SENTENCE.test(name))) return this.put()
    const turn = (this.turn = (this.turn || 0) + 1)
    const html = await fetch(`${this.urlValue}?kind=${this.kind(field)}&name=${encodeURIComponent(name)}`)
      .then((reply) => (reply.ok ? reply.text() : ""))
      .catch(() => "")
    if (turn !== this.turn || this.field !== field || !field.isConnected) return
    this.element.innerHTML = html
    htmx.process(this.element)
    this.place(field)
  }

  place(field) {
    const at = field.getBoundingClientRect()
    this.element.hidden = false
    const below = at.bottom + this.element.offsetHeight + 8 < innerHeight
    this.element.style.left = `${Math.max(4, Math.min(at.left, innerWidth - this.element.offsetWidth - 8))}px`
    this.element.style.top = `${below ? at.bottom + 3 : at.top - this.element.offsetHeight - 3}px`
  }

  // The form opens over the page; what was typed stays, since leaving a field keeps it.
  add() {
    document.getElementById("ask-body").replaceChildren()
    document.getElementById("ask").showModal()
    this.hide()
  }

  // Away, while the field is still being typed in.
  put() {
    this.element.hidden = true
  }

  hide() {
    clearTimeout(this.timer)
    this.field = null
    this.put()
  }
}
