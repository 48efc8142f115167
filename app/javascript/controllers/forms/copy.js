import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Copies the text of another element to the clipboard.
export default class extends Controller {
  static values = { from: String }

  async copy() {
    const text = document.getElementById(this.fromValue).textContent
    const label = this.element.textContent
    try {
      await navigator.clipboard.writeText(text)
      this.element.textContent = "Copied"
    } catch {
      this.element.textContent = "The browser refused; select and copy by hand"
    }
    setTimeout(() => {
      this.element.textContent = label
    }, 1600)
  }
}
