import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Finds text in the script that is shown: the lines that have it are marked, Enter goes from one to the next.
export default class extends Controller {
  get lines() {
    return [...document.querySelectorAll("#script-text .line")]
  }

  mark() {
    const words = this.element.value.trim().toLowerCase()
    this.at = -1
    this.found = this.lines.filter((line) => {
      const has = words && line.textContent.toLowerCase().includes(words)
      line.classList.toggle("found", Boolean(has))
      return has
    })
    this.element.title = words ? `${this.found.length} lines` : ""
    this.go(1)
  }

  press(event) {
    if (event.key !== "Enter") return
    event.preventDefault()
    this.go(event.shiftKey ? -1 : 1)
  }

  go(step) {
    if (!this.found?.length) return
    this.at = (this.at + step + this.found.length) % this.found.length
    this.found[this.at].scrollIntoView({ block: "center" })
  }
}
