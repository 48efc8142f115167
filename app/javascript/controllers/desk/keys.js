import { Controller } from RAILS_ASSET_URL("/stimulus.js")
import { waits } from RAILS_ASSET_URL("/saving.js")

// The keys that work everywhere on the desk, and the dialogs that show what would happen.
export default class extends Controller {
  static values = { undo: String, redo: String }

  press(event) {
    const control = event.ctrlKey || event.metaKey
    const key = event.key.toLowerCase()
    if (control && key === "k") return this.take(event, () => document.getElementById("command").select())
    if (this.writing(event.target)) return
    if (control && key === "z")
      return this.take(event, () => kelvath.send("post", event.shiftKey ? this.redoValue : this.undoValue))
    if (event.altKey && /^[1-3]$/.test(event.key))
      return this.take(event, () =>
        document.querySelectorAll("nav[aria-label=Views] > .view-link")[Number(event.key) - 1]?.click()
      )
    if (event.key === "?") return this.take(event, () => this.sheet())
  }

  sheet() {
    document.getElementById("sheet").showModal()
  }

  // Opens the dialog into which a preview is being fetched.
  ask() {
    document.getElementById("ask-body").replaceChildren()
    document.getElementById("ask").showModal()
  }

  close() {
    document.getElementById("ask").close()
  }

  // A dialog stays until the server has taken what was typed in it; what it refuses is said in it.
  done({ detail }) {
    if (detail.requestConfig.verb === "get") return
    if (detail.successful || waits(detail)) return this.close()
    const said = new DOMParser().parseFromString(detail.xhr.responseText, "text/html").querySelector(".toast-wrong")
    const place = document.querySelector("#ask [data-refusal]")
    if (!place) return
    place.textContent = said?.textContent || "That could not be done."
    place.hidden = false
    place.scrollIntoView({ block: "nearest" })
  }

  take(event, act) {
    event.preventDefault()
    act()
  }

  writing(target) {
    return target.matches?.("input, textarea, select, [contenteditable]")
  }
}
