import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Shows on a form's button that its work has begun, and keeps it from being pressed twice.
export default class extends Controller {
  show() {
    const button = this.element.querySelector("button, input[type=submit]")
    requestAnimationFrame(() => {
      button.disabled = true
      button.tagName === "INPUT" ? button.value = "Working…" : button.textContent = "Working…"
    })
  }
}
