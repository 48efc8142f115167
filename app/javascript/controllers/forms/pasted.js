import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// A script that is pasted, with the numbers of its lines, those that are faulty marked; and the list of what is in it,
// from which some can be left out. What is left out stays so while the list is read again.
export default class extends Controller {
  static targets = ["text", "gutter", "faults", "row", "every", "words", "left", "file"]
  static LINE = 18 // pixels
  static MOST = 3e6 // bytes of a file that is shown as text

  connect() {
    this.out = new Set(this.leftTarget.value.split("\n").filter(Boolean))
    this.faulty = new Set()
    this.number()
  }

  // A file that was chosen is shown as text; what is sent is the file, whose letters only the server can tell.
  async load() {
    const [file] = this.fileTarget.files
    if (!file || /\.zip$/i.test(file.name) || file.size > this.constructor.MOST) return

    this.loaded = await file.text()
    this.textTarget.value = this.loaded
    this.textTarget.dispatchEvent(new Event("input", { bubbles: true }))
  }

  over(event) {
    if (event.dataTransfer?.types.includes("Files")) event.preventDefault()
  }

  drop(event) {
    if (!event.dataTransfer?.files.length) return
    event.preventDefault()
    this.fileTarget.files = event.dataTransfer.files
    this.load()
  }

  // Who changes the text of a file wants the text.
  typed() {
    if (this.loaded !== undefined && this.textTarget.value !== this.loaded) {
      this.loaded = undefined
      this.fileTarget.value = ""
    }
    this.number()
  }

  // The numbers of the lines that are in sight.
  number() {
    const { scrollTop, clientHeight, value } = this.textTarget
    const height = this.constructor.LINE
    const first = Math.floor(scrollTop / height)
    const last = Math.min(value.split("\n").length, first + Math.ceil(clientHeight / height) + 1)
    const lines = Array.from({ length: Math.max(last - first, 0) }, (_, index) => {
      const line = document.createElement("div")
      line.textContent = first + index + 1
      if (this.faulty.has(first + index + 1)) line.className = "faulty"
      return line
    })
    this.gutterTarget.replaceChildren(...lines)
    this.gutterTarget.style.transform = `translateY(${first * height - scrollTop}px)`
  }

  faultsTargetConnected(element) {
    this.faulty = new Set(JSON.parse(element.dataset.lines))
    this.number()
  }

  rowTargetConnected(row) {
    row.querySelector("input").checked = !this.out?.has(row.dataset.key)
    row.hidden = !this.wanted(row)
    cancelAnimationFrame(this.soon)
    this.soon = requestAnimationFrame(() => this.whole())
  }

  wanted(row) {
    return row.dataset.key.toLowerCase().includes(this.wordsTarget.value.trim().toLowerCase())
  }

  filter() {
    this.rowTargets.forEach((row) => { row.hidden = !this.wanted(row) })
    this.whole()
  }

  tick(event) {
    this.take(event.target.closest("tr"), event.target.checked)
    this.keep()
  }

  every() {
    this.rowTargets.filter((row) => !row.hidden).forEach((row) => this.take(row, this.everyTarget.checked))
    this.keep()
  }

  take(row, taken) {
    row.querySelector("input").checked = taken
    taken ? this.out.delete(row.dataset.key) : this.out.add(row.dataset.key)
  }

  keep() {
    this.leftTarget.value = [...this.out].join("\n")
    this.whole()
  }

  whole() {
    if (!this.hasEveryTarget) return
    const shown = this.rowTargets.filter((row) => !row.hidden)
    const taken = shown.filter((row) => row.querySelector("input").checked).length
    this.everyTarget.checked = taken === shown.length
    this.everyTarget.indeterminate = taken > 0 && taken < shown.length
  }

  // Shows a line of the text, and selects it.
  go({ params }) {
    const lines = this.textTarget.value.split("\n")
    const from = lines.slice(0, params.line - 1).join("\n").length + (params.line > 1 ? 1 : 0)
    this.textTarget.setSelectionRange(from, from + (lines[params.line - 1] || "").length)
    this.textTarget.scrollTop = (params.line - 4) * this.constructor.LINE
    this.number()
  }
}
