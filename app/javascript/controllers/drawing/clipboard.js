import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Ctrl+C, Ctrl+V and Ctrl+D for the cards that are selected.
export default class extends Controller {
  static values = { url: String, editable: Boolean }

  get chosen() {
    return this.application.getControllerForElementAndIdentifier(document.body, "selection").ids.join(",")
  }

  get active() {
    return document.activeElement === document.getElementById("drawing")
  }

  async copy(event) {
    if (!this.active || !this.chosen) return
    event.preventDefault()
    const diagram = JSON.parse(document.body.getAttribute("hx-vals")).diagram_id
    const text = await fetch(`${this.urlValue}?chosen=${this.chosen}&diagram_id=${diagram}`).then((reply) =>
      reply.text()
    )
    sessionStorage.setItem("kelvath-clip", text)
    await navigator.clipboard?.writeText(text).catch(() => null)
  }

  paste(event) {
    if (!this.active || !this.editableValue) return
    const text = event.clipboardData.getData("text/plain") || sessionStorage.getItem("kelvath-clip")
    if (!text) return
    event.preventDefault()
    kelvath.send("post", this.urlValue, { text })
  }

  press(event) {
    if (!this.active || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "d" || !this.chosen) return
    event.preventDefault()
    if (this.editableValue) kelvath.send("post", this.urlValue, { chosen: this.chosen })
  }
}
