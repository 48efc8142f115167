import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Says before sending that a file is too large, so that nobody waits in vain.
export default class extends Controller {
  static targets = ["file"]
  static values = { limit: Number }

  check() {
    const file = this.fileTarget.files[0]
    const megabytes = (bytes) => Math.round(bytes / 1024 / 1024)
    const tooLarge = file && file.size > this.limitValue
    document.getElementById("upload-complaint").textContent = tooLarge
      ? `${file.name} has ${megabytes(file.size)} MB; up to ${megabytes(this.limitValue)} MB can be sent. Read it on the command line with bin/kelvath read.`
      : ""
    this.element.querySelector("[type=submit]").disabled = Boolean(tooLarge)
  }
}
