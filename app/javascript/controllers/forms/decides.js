import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// "Postcode decides Town, County" -> the sentence that says so of the entity at hand.
export default class extends Controller {
  static targets = ["typed", "text"]
  static values = { owner: String }

  compose() {
    const [left, right = ""] = this.typedTarget.value.split(/\s+decides?\s+/i)
    const list = (names) =>
      names
        .split(/\s*(?:,|\band\b)\s*/)
        .filter(Boolean)
        .map((name) => `its “${name.trim()}”`)
        .join(" and ")
    this.textTarget.value = `In “${this.ownerValue}”, ${list(left)} decide ${list(right)}.`
  }
}
