import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// The form of a connection: a platform of files wants a file, one of servers a host and port. What is not wanted is not
// sent.
export default class extends Controller {
  static targets = ["platform", "port", "file", "server"]
  static values = { ports: Object, files: Array }

  connect() {
    this.show()
  }

  // The port that the platform's servers listen on, unless another was typed.
  shown() {
    const usual = Object.values(this.portsValue).map(String)
    const port = this.portsValue[this.platformTarget.value]
    if (port && (this.portTarget.value === "" || usual.includes(this.portTarget.value))) this.portTarget.value = port
    this.show()
  }

  show() {
    const file = this.filesValue.includes(this.platformTarget.value)
    this.part(this.fileTarget, file)
    this.part(this.serverTarget, !file)
  }

  part(element, wanted) {
    element.hidden = !wanted
    element.classList.toggle("contents", wanted && element === this.serverTarget)
    element.querySelectorAll("input, select").forEach((field) => { field.disabled = !wanted })
  }
}
