import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// A click on a line of a script puts its number into the form for comments.
export default class extends Controller {
  static targets = ["form", "number", "text"]

  choose(event) {
    const line = event.target.closest("[data-line]")
    if (!line || event.target.closest("button, a") || getSelection().toString()) return
    this.element.querySelectorAll(".line.found").forEach((each) => each.classList.remove("found"))
    line.classList.add("found")
    this.numberTarget.value = line.dataset.line
    this.textTarget.focus({ preventScroll: true })
  }
}
