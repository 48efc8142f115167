import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// What of a database is read: rules decide, and ticks say what they do not. Lists of these go along with the form.
export default class extends Controller {
  static targets = ["tick", "with", "without"]

  tick({ target }) {
    this.note(target)
    this.told()
  }

  // All that are shown, or none of them.
  all({ params: { on } }) {
    this.tickTargets.filter((tick) => tick.checked !== (on === "yes")).forEach((tick) => {
      tick.checked = on === "yes"
      this.note(tick)
    })
    this.told()
  }

  note(tick) {
    const ruled = tick.dataset.ruled === "true"
    this.change(this.withTarget, tick.dataset.key, tick.checked && !ruled)
    this.change(this.withoutTarget, tick.dataset.key, !tick.checked && ruled)
  }

  change(list, key, wanted) {
    const keys = new Set(list.value.split("\n").filter(Boolean))
    wanted ? keys.add(key) : keys.delete(key)
    list.value = [...keys].join("\n")
  }

  told() {
    this.element.dispatchEvent(new CustomEvent("ticked", { bubbles: true }))
  }
}
