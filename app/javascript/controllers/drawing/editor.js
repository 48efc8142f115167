import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Writing on the card itself: name, definition, attributes. Enter goes to the next field, Tab as
// anywhere, Esc out. What is typed is kept when a field is left.
export default class extends Controller {
  static values = { elementsUrl: String, cellsUrl: String }

  async open(event) {
    const { id } = event.detail
    const note = document.getElementById(`note-${id}`)
    if (note) return this.openNote(id, note)
    const card = document.getElementById(`card-${id}`)
    if (!card || !this.elementsUrlValue) return
    const diagram = JSON.parse(document.body.getAttribute("hx-vals")).diagram_id
    const html = await fetch(`${this.elementsUrlValue}/${id}/editor?diagram_id=${diagram}`).then(
      (reply) => reply.ok && reply.text()
    )
    if (html) this.show(html, card, id)
  }

  show(html, card, id) {
    this.close(false)
    const frame = this.element.querySelector("[data-canvas-target=frame]")
    const box = document.createElement("div")
    box.id = "card-editor"
    box.innerHTML = html
    this.place(box, card, frame)
    frame.append(box)
    box.addEventListener("keydown", (event) => this.press(event, box))
    box.addEventListener("change", (event) => this.write(event.target, id))
    box.addEventListener("focusout", (event) => {
      if (!box.contains(event.relatedTarget))
        setTimeout(() => {
          if (box.isConnected && !box.contains(document.activeElement)) this.close(false)
        }, 0)
    })
    const first = box.querySelector(this.next === "attribute" ? "[data-new-attribute]" : "input")
    this.next = null
    first.focus()
    if (!first.matches("[data-new-attribute]")) first.select()
  }

  place(box, card, frame) {
    const at = card.getBoundingClientRect()
    const edge = frame.getBoundingClientRect()
    box.style.left = `${Math.max(4, Math.min(at.left - edge.left, edge.width - 300))}px`
    box.style.top = `${Math.max(4, Math.min(at.top - edge.top, edge.height - 160))}px`
    box.style.maxHeight = `${edge.height - 20}px`
  }

  press(event, box) {
    event.stopPropagation()
    if (event.key === "Escape") {
      event.target.value = event.target.defaultValue
      return this.close(true)
    }
    if (event.key !== "Enter" || (event.target.tagName === "TEXTAREA" && event.shiftKey)) return
    event.preventDefault()
    const fields = [...box.querySelectorAll("input, textarea")]
    const next = fields[fields.indexOf(event.target) + 1]
    if (event.target.matches("[data-new-attribute]") && !event.target.value.trim()) return this.close(true)
    if (next) {
      next.focus()
      return next.select()
    }
    if (event.target.matches("[data-new-attribute]"))
      return event.target.dispatchEvent(new Event("change", { bubbles: true }))
    event.target.blur()
    this.close(true)
  }

  async write(input, id) {
    if (input.dataset.writes)
      return kelvath.send("patch", `${this.elementsUrlValue}/${id}`, {
        field: input.dataset.writes,
        value: input.value
      })
    if (input.dataset.cellOf) return this.cell(input)
    if ("newAttribute" in input.dataset && input.value.trim() && input.dataset.sent !== input.value) {
      input.dataset.sent = input.value // leaving the field tells of the same change once more
      const taken = await kelvath.send("post", this.elementsUrlValue, {
        kind: "attribute",
        parent_id: id,
        name: input.value,
        selected: id
      })
      if (taken) {
        this.next = "attribute"
        this.open({ detail: { id } })
      }
    }
  }

  async cell(input) {
    const taken = await kelvath.send("patch", `${this.cellsUrlValue}/${input.dataset.cellOf}`, {
      column: input.dataset.column,
      value: input.value
    })
    input.setAttribute("aria-invalid", String(!taken))
    if (taken) input.defaultValue = input.value
  }

  // A note's text, in a box of its size.
  openNote(id, note) {
    const text = [...note.querySelectorAll("text")].map((line) => line.textContent).join(" ")
    this.show(`<textarea class="input" rows="5" aria-label="Text of the note" data-writes="text"></textarea>`, note, id)
    const area = document.querySelector("#card-editor textarea")
    area.value = text
    area.defaultValue = text
    area.select()
  }

  close(back) {
    const box = document.getElementById("card-editor")
    if (!box) return
    box.id = "" // removing what has the focus tells of its loss, and so asks to close it once more
    box.remove()
    if (back) document.getElementById("drawing").focus({ preventScroll: true })
  }
}
