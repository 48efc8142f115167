import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const CARD = { width: 190, height: 60 } // room that a new card takes, in drawing units
const GAP = 40
const PALETTE = 90 // px that the palette takes at the left

// Typing on the drawing opens a line where the pointer was last; Enter writes it into the model.
export default class extends Controller {
  static values = { url: String, editable: Boolean, label: String, names: String }

  connect() {
    this.drawing = this.element.querySelector("#drawing")
    this.frame = this.drawing.parentElement
    this.at = null
    this.remember = (event) => {
      this.at = [event.clientX, event.clientY]
    }
    this.drawing.addEventListener("pointermove", this.remember)
    this.drawing.focus({ preventScroll: true })
  }

  disconnect() {
    this.drawing.removeEventListener("pointermove", this.remember)
  }

  type(event) {
    const plain = !event.ctrlKey && !event.metaKey && !event.altKey
    if (!this.editableValue || !plain || !/^\p{L}$/u.test(event.key)) return
    event.preventDefault()
    this.line(event.key)
  }

  open(event) {
    if (this.editableValue && event.target === this.drawing) this.line("")
  }

  // Where something was dropped from the palette.
  dropped(event) {
    this.at = event.detail.at
    if (this.editableValue) this.line("")
  }

  line(text) {
    const frame = this.frame.getBoundingClientRect()
    const [x, y] = this.place(frame)
    const input = document.createElement("input")
    input.className = "input absolute z-30 !w-80 shadow-md"
    input.id = "quick-line"
    input.setAttribute("aria-label", this.labelValue)
    if (this.namesValue) input.dataset.names = this.namesValue
    input.value = text
    this.frame.append(input)
    input.style.left = `${Math.min(x, frame.width - 330)}px`
    input.style.top = `${Math.min(y, frame.height - 40)}px`
    input.focus()
    input.addEventListener("keydown", (event) => this.press(event, input, [x + frame.left, y + frame.top]))
    input.addEventListener("blur", () => {
      if (!input.value.trim()) input.remove()
    })
  }

  // Where the pointer is, or a free place to the right of what was made last.
  place(frame) {
    const inside =
      this.at &&
      this.at[0] > frame.left &&
      this.at[0] < frame.right &&
      this.at[1] > frame.top &&
      this.at[1] < frame.bottom
    return inside ? [this.at[0] - frame.left, this.at[1] - frame.top] : [PALETTE, 40]
  }

  // The line stays until the server has taken it: nothing typed is lost.
  async press(event, input, [clientX, clientY]) {
    event.stopPropagation()
    if (event.key === "Escape") return this.close(input)
    if (event.key !== "Enter" || !input.value.trim()) return
    const point = this.application
      .getControllerForElementAndIdentifier(this.element, "canvas")
      .toDrawing(clientX, clientY)
    const free = this.freeSpot(point)
    const values = { text: input.value, x: free.x, y: free.y }
    if (input.readOnly) return
    input.readOnly = true // until it is known what became of it
    const taken = await kelvath.send("post", this.urlValue, values, input)
    input.readOnly = false
    if (taken) this.close(input)
  }

  // From the point to the right, past the cards that stand there; at the frame's edge a row down.
  freeSpot(point) {
    const boxes = [...this.drawing.querySelectorAll(".card")].map((card) => card.dataset.box.split(" ").map(Number))
    const frame = this.frame.getBoundingClientRect()
    const canvas = this.application.getControllerForElementAndIdentifier(this.element, "canvas")
    const left = canvas.toDrawing(frame.left + PALETTE, 0).x
    const right = canvas.toDrawing(frame.right - 30, 0).x
    let { x, y } = point
    for (let step = 0; step < 400; step += 1) {
      if (step && x + CARD.width > right) {
        x = left
        y += CARD.height + GAP
      }
      const taken = boxes.find(
        (box) =>
          x < box[0] + box[2] + GAP &&
          x + CARD.width + GAP > box[0] &&
          y < box[1] + box[3] + GAP &&
          y + CARD.height > box[1]
      )
      if (!taken) break
      x = taken[0] + taken[2] + GAP * 1.5
    }
    return { x: Math.round(x), y: Math.round(y) }
  }

  close(input) {
    input.value = ""
    this.drawing.focus({ preventScroll: true })
    if (input.isConnected) input.remove()
  }
}
