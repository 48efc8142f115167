import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// [way, what it says of two cards, the term of the trade]
const WAYS = [
  ["many", (from, to) => `One ${from}, any number of ${to}`, "one to many"],
  ["identifying", (from, to) => `The same, and ${from} identifies ${to}`, "identifying"],
  ["one", (from, to) => `One ${from}, at most one ${to}`, "one to one"],
  ["optional", (from, to) => `Any number of ${to}, with or without ${from}`, "optional"],
  ["both", (from, to) => `Any number of ${from} and of ${to}`, "many to many"],
  ["subtype", (from, to) => `${to} is a subtype of ${from}`, "subtype"]
]

// Asks what kind of relationship a line between two cards is to be. Shift says identifying, Ctrl many
// to many, without being asked.
export default class extends Controller {
  static values = { url: String }

  begin(event) {
    const { from, to, at, shift, control } = event.detail
    if (!to) return
    this.ends = { from_id: from, to_id: to }
    if (shift) return this.make("identifying")
    if (control) return this.make("both")
    this.ask(at)
  }

  ask([x, y]) {
    this.close()
    const box = document.createElement("div")
    box.className = "chooser"
    box.id = "relate-as"
    box.setAttribute("role", "menu")
    box.setAttribute("aria-label", "Kind of relationship")
    WAYS.forEach(([way, words, trade], index) => {
      const button = document.createElement("button")
      button.type = "button"
      button.className = "menu-item"
      button.setAttribute("role", "menuitem")
      button.dataset.way = way
      button.textContent = `${index + 1}  ${words(this.name(this.ends.from_id), this.name(this.ends.to_id))}`
      button.title = trade
      button.addEventListener("click", () => this.make(way))
      box.append(button)
    })
    const frame = this.element.querySelector("[data-canvas-target=frame]")
    const edge = frame.getBoundingClientRect()
    frame.append(box)
    box.style.left = `${Math.max(4, Math.min(x - edge.left, edge.width - 290))}px`
    box.style.top = `${Math.max(4, Math.min(y - edge.top, edge.height - 190))}px`
    box.addEventListener("keydown", (event) => this.press(event, box))
    box.addEventListener("focusout", (event) => {
      if (!box.contains(event.relatedTarget)) this.close()
    })
    box.querySelector("button").focus()
  }

  name(id) {
    return document.getElementById(`card-${id}`)?.dataset.name || "the other"
  }

  press(event, box) {
    event.stopPropagation()
    const buttons = [...box.querySelectorAll("button")]
    const at = buttons.indexOf(document.activeElement)
    if (event.key === "Escape") return this.close(true)
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault()
      return buttons[(at + (event.key === "ArrowDown" ? 1 : buttons.length - 1)) % buttons.length].focus()
    }
    if (/^[1-6]$/.test(event.key)) this.make(WAYS[Number(event.key) - 1][0])
  }

  make(way) {
    const kind = way === "subtype" ? "subtype_group" : "relationship"
    kelvath.send("post", this.urlValue, { kind, way, ...this.ends })
    this.close(true)
  }

  // Removing what has the focus tells of its loss, and so asks to close it once more.
  close(back = false) {
    const box = document.getElementById("relate-as")
    if (box) {
      box.id = ""
      box.remove()
    }
    if (back) document.getElementById("drawing").focus({ preventScroll: true })
  }
}
