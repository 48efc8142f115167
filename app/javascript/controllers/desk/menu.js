import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// A menu made of details and summary: Esc and a click elsewhere close it, arrows walk through it.
export default class extends Controller {
  connect() {
    this.away = (event) => {
      if (!this.element.contains(event.target)) this.element.open = false
    }
    this.press = (event) => this.keys(event)
    document.addEventListener("pointerdown", this.away)
    this.element.addEventListener("keydown", this.press)
  }

  disconnect() {
    document.removeEventListener("pointerdown", this.away)
    this.element.removeEventListener("keydown", this.press)
  }

  keys(event) {
    if (!this.element.open) return
    if (event.key === "Escape") {
      this.element.open = false
      return this.element.querySelector("summary").focus()
    }
    if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return
    const items = [...this.element.querySelectorAll(".menu-item")]
    if (!items.length || event.target.matches("input, select, textarea")) return
    event.preventDefault()
    const at = items.indexOf(document.activeElement)
    items[(at + (event.key === "ArrowDown" ? 1 : items.length - 1) + items.length) % items.length].focus()
  }

  close() {
    this.element.open = false
  }
}
