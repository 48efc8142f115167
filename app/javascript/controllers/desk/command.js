import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// The command box: finds objects while one types; Enter takes the one that is marked, at first the topmost.
// Making something new is the last choice, but for a sentence, which is the first.
export default class extends Controller {
  static targets = ["input"]

  press(event) {
    if (event.key === "ArrowDown" || event.key === "ArrowUp") return this.move(event)
    if (event.key === "Escape") return this.close()
    if (event.key !== "Enter") return
    event.preventDefault()
    this.take()
  }

  get typed() {
    return this.inputTarget.value.trim()
  }

  get answered() {
    return this.element.querySelector("[data-for]")?.dataset.for === this.typed
  }

  // What is typed fast is looked for before anything is taken; a server that is away cannot say what there is.
  async take() {
    if (!this.typed) return
    if (!this.answered) await this.look().catch(() => {})
    const marked = this.found.find((entry) => entry.hasAttribute("aria-current"))
    marked ? marked.click() : this.make()
  }

  look() {
    const values = { text: this.inputTarget.value }
    return htmx.ajax("get", this.inputTarget.getAttribute("hx-get"), {
      source: this.inputTarget,
      target: "#found",
      swap: "innerHTML",
      values
    })
  }

  // An answer to what was typed before is thrown away.
  shown() {
    if (this.answered) this.found[0]?.setAttribute("aria-current", "true")
    else document.getElementById("found").replaceChildren()
  }

  get found() {
    return [...this.element.querySelectorAll("[data-find]")]
  }

  move(event) {
    event.preventDefault()
    const at = this.found.findIndex((entry) => entry.hasAttribute("aria-current"))
    const next = at + (event.key === "ArrowDown" ? 1 : -1)
    this.found[at]?.removeAttribute("aria-current")
    this.found.at(next % this.found.length)?.setAttribute("aria-current", "true")
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
  async make() {
    const text = this.typed
    if (!text) return
    const taken = await kelvath.send("post", this.inputTarget.dataset.lines, { text })
    if (taken && this.typed === text) this.close() // or the next line is being typed already
  }

  close() {
    this.inputTarget.value = ""
    document.getElementById("found").replaceChildren()
  }

  leave(event) {
    if (!this.element.contains(event.relatedTarget)) document.getElementById("found").replaceChildren()
  }
}
