import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// The command box: finds objects while one types; Enter takes the chosen one, or writes the line
// into the model.
export default class extends Controller {
  static targets = ["input"]

  press(event) {
    if (event.key === "ArrowDown" || event.key === "ArrowUp") return this.move(event)
    if (event.key === "Escape") return this.close()
    if (event.key !== "Enter") return
    event.preventDefault()
    const current = this.found.find((entry) => entry.hasAttribute("aria-current"))
    current ? current.click() : this.write()
  }

  get found() {
    return [...this.element.querySelectorAll("[data-find]")]
  }

  move(event) {
    event.preventDefault()
    const at = this.found.findIndex((entry) => entry.hasAttribute("aria-current"))
    this.found[at]?.removeAttribute("aria-current")
    this.found[at + (event.key === "ArrowDown" ? 1 : -1)]?.setAttribute("aria-current", "true")
  }

  choose(event) {
    document.body.dispatchEvent(
      new CustomEvent("selection:choose", { bubbles: true, detail: { id: event.currentTarget.dataset.id } })
    )
    window.dispatchEvent(new CustomEvent("selection:reveal", { detail: { id: event.currentTarget.dataset.id } }))
    this.close()
  }

  // Something to be done, rather than shown.
  act(event) {
    const { verb, path, values } = event.currentTarget.dataset
    kelvath.send(verb, path, JSON.parse(values))
    this.close()
  }

  // The line stays until the server has taken it: nothing typed is lost.
  async write() {
    const text = this.inputTarget.value.trim()
    if (!text) return
    if (await kelvath.send("post", this.inputTarget.dataset.lines, { text })) this.close()
  }

  close() {
    this.inputTarget.value = ""
    document.getElementById("found").replaceChildren()
  }

  leave(event) {
    if (!this.element.contains(event.relatedTarget)) document.getElementById("found").replaceChildren()
  }
}
