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
  static values = { url: String, keys: String }

  begin(event) {
    const { from, to, at, shift, control } = event.detail
    if (!to) return
    this.ends = { from_id: from, to_id: to }
    if (this.keysValue) return this.askKeys(at)
    if (shift) return this.make("identifying")
    if (control) return this.make("both")
    this.ask(at)
  }

  // Between tables: a foreign key either way, told with the columns that it takes or adds.
  async askKeys(at) {
    const ends = new URLSearchParams(this.ends)
    const ways = await fetch(`${this.keysValue}?${ends}`).then((reply) => reply.json())
    const box = this.box("Foreign key")
    ways.forEach((way, index) => {
      const button = this.choice(`${index + 1}  ${way.sentence}`, () => {
        kelvath.send("post", this.urlValue, { kind: "foreign_key", from_id: way.from_id, to_id: way.to_id })
        this.close(true)
      })
      button.disabled = !way.possible
      button.style.whiteSpace = "normal"
      box.append(button)
    })
    this.open(box, at)
  }

  box(label) {
    this.close()
    const box = document.createElement("div")
    box.className = "chooser"
    box.id = "relate-as"
    box.setAttribute("role", "menu")
    box.setAttribute("aria-label", label)
    return box
  }

  choice(text, chosen) {
    const button = document.createElement("button")
    button.type = "button"
    button.className = "menu-item"
    button.setAttribute("role", "menuitem")
    button.textContent = text
    button.addEventListener("click", chosen)
    return button
  }

  ask(at) {
    const box = this.box("Kind of relationship")
    WAYS.forEach(([way, words, trade], index) => {
      const text = `${index + 1}  ${words(this.name(this.ends.from_id), this.name(this.ends.to_id))}`
      const button = this.choice(text, () => this.make(way))
      button.dataset.way = way
      button.title = trade
      box.append(button)
    })
    this.open(box, at)
  }

  open(box, [x, y]) {
    const frame = this.element.querySelector("[data-canvas-target=frame]")
    const edge = frame.getBoundingClientRect()
    frame.append(box)
    box.style.left = `${Math.max(4, Math.min(x - edge.left, edge.width - 290))}px`
    box.style.top = `${Math.max(4, Math.min(y - edge.top, edge.height - box.offsetHeight - 4))}px`
    box.addEventListener("keydown", (event) => this.press(event, box))
    box.addEventListener("focusout", (event) => {
      if (!box.contains(event.relatedTarget)) this.close()
    })
    box.querySelector("button:not(:disabled)")?.focus()
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
    if (/^[1-6]$/.test(event.key)) buttons[Number(event.key) - 1]?.click()
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
