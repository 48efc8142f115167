import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const MOST = 12

// Completes the names of views and columns in a question as it is typed: those listed on the page.
export default class extends Controller {
  static targets = ["text", "list"]

  // Names with what is typed before the cursor: columns of views that the question names, then views, then the rest.
  look() {
    const word = this.word
    if (word.length < 2) return this.leave()
    const named = new Set(this.textTarget.value.toLowerCase().match(/[a-z_]+/g))
    const ranked = new Map()
    document.querySelectorAll("[data-view]").forEach((view) => {
      const name = view.dataset.view
      ranked.set(name, Math.min(ranked.get(name) ?? 9, 1))
      view.querySelectorAll("[data-column]").forEach((column) => {
        const rank = named.has(name) ? 0 : 2
        ranked.set(column.textContent, Math.min(ranked.get(column.textContent) ?? 9, rank))
      })
    })
    const fit = [...ranked].filter(([name]) => name.startsWith(word) && name !== word)
    this.show(fit.sort((one, two) => one[1] - two[1] || one[0].localeCompare(two[0])).slice(0, MOST))
  }

  get word() {
    return this.textTarget.value.slice(0, this.textTarget.selectionEnd).toLowerCase().match(/[a-z_]*$/)[0]
  }

  show(names) {
    this.listTarget.replaceChildren(
      ...names.map(([name], index) => {
        const item = document.createElement("li")
        item.setAttribute("role", "option")
        item.setAttribute("aria-selected", String(index === 0))
        item.className = "cursor-pointer px-2 py-[2px] font-mono aria-selected:bg-wash"
        item.textContent = name
        item.addEventListener("mousedown", (event) => {
          event.preventDefault()
          this.take(name)
        })
        return item
      })
    )
    this.listTarget.hidden = !names.length
  }

  press(event) {
    if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) return this.element.requestSubmit()
    if (this.listTarget.hidden) return
    const chosen = this.listTarget.querySelector("[aria-selected=true]")
    if (event.key === "Escape") this.leave()
    else if (event.key === "ArrowDown" || event.key === "ArrowUp") this.move(chosen, event.key === "ArrowDown")
    else if (event.key === "Tab" || event.key === "Enter") this.take(chosen.textContent)
    else return
    event.preventDefault()
    event.stopPropagation()
  }

  move(chosen, down) {
    const next = down ? chosen.nextElementSibling : chosen.previousElementSibling
    if (!next) return
    chosen.setAttribute("aria-selected", "false")
    next.setAttribute("aria-selected", "true")
    next.scrollIntoView({ block: "nearest" })
  }

  take(name) {
    const end = this.textTarget.selectionEnd
    this.textTarget.setRangeText(name, end - this.word.length, end, "end")
    this.leave()
  }

  leave() {
    this.listTarget.hidden = true
  }
}
