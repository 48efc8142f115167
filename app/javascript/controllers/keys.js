import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// The keys that work everywhere on the desk.
export default class extends Controller {
  static values = { undo: String, redo: String }

  press(event) {
    const control = event.ctrlKey || event.metaKey
    const key = event.key.toLowerCase()
    if (control && key === "k") return this.take(event, () => document.getElementById("command").select())
    if (this.writing(event.target)) return
    if (control && key === "z") return this.take(event, () => kelvath.send("post", event.shiftKey ? this.redoValue : this.undoValue))
    if (event.key === "?") return this.take(event, () => this.sheet())
  }

  sheet() {
    document.getElementById("sheet").showModal()
  }

  take(event, act) {
    event.preventDefault()
    act()
  }

  writing(target) {
    return target.matches?.("input, textarea, select, [contenteditable]")
  }
}
