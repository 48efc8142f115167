import { Application } from RAILS_ASSET_URL("stimulus.js")
import htmx from RAILS_ASSET_URL("htmx.js")
import { startSaving, waits } from RAILS_ASSET_URL("saving.js")
import { startNews } from RAILS_ASSET_URL("news.js")
import Command from RAILS_ASSET_URL("controllers/desk/command.js")
import Filter from RAILS_ASSET_URL("controllers/desk/filter.js")
import Keys from RAILS_ASSET_URL("controllers/desk/keys.js")
import Leave from RAILS_ASSET_URL("controllers/desk/leave.js")
import Menu from RAILS_ASSET_URL("controllers/desk/menu.js")
import Narrow from RAILS_ASSET_URL("controllers/desk/narrow.js")
import Panel from RAILS_ASSET_URL("controllers/desk/panel.js")
import Selection from RAILS_ASSET_URL("controllers/desk/selection.js")
import Slip from RAILS_ASSET_URL("controllers/desk/slip.js")
import Stays from RAILS_ASSET_URL("controllers/desk/stays.js")
import Toasts from RAILS_ASSET_URL("controllers/desk/toasts.js")
import Bodies from RAILS_ASSET_URL("controllers/drawing/bodies.js")
import Canvas from RAILS_ASSET_URL("controllers/drawing/canvas.js")
import Cards from RAILS_ASSET_URL("controllers/drawing/cards.js")
import Clipboard from RAILS_ASSET_URL("controllers/drawing/clipboard.js")
import Editor from RAILS_ASSET_URL("controllers/drawing/editor.js")
import Palette from RAILS_ASSET_URL("controllers/drawing/palette.js")
import Png from RAILS_ASSET_URL("controllers/drawing/png.js")
import Quick from RAILS_ASSET_URL("controllers/drawing/quick.js")
import Seek from RAILS_ASSET_URL("controllers/forms/seek.js")
import Lines from RAILS_ASSET_URL("controllers/forms/lines.js")
import Reorder from RAILS_ASSET_URL("controllers/drawing/reorder.js")
import Relating from RAILS_ASSET_URL("controllers/drawing/relating.js")
import Busy from RAILS_ASSET_URL("controllers/forms/busy.js")
import Complete from RAILS_ASSET_URL("controllers/forms/complete.js")
import Copy from RAILS_ASSET_URL("controllers/forms/copy.js")
import Decides from RAILS_ASSET_URL("controllers/forms/decides.js")
import Other from RAILS_ASSET_URL("controllers/forms/other.js")
import Print from RAILS_ASSET_URL("controllers/forms/print.js")
import Prose from RAILS_ASSET_URL("controllers/forms/prose.js")
import Pasted from RAILS_ASSET_URL("controllers/forms/pasted.js")
import Reach from RAILS_ASSET_URL("controllers/forms/reach.js")
import Scope from RAILS_ASSET_URL("controllers/forms/scope.js")
import Settle from RAILS_ASSET_URL("controllers/forms/settle.js")
import Submit from RAILS_ASSET_URL("controllers/forms/submit.js")
import Ticks from RAILS_ASSET_URL("controllers/forms/ticks.js")
import Upload from RAILS_ASSET_URL("controllers/forms/upload.js")
import Columns from RAILS_ASSET_URL("controllers/ledger/columns.js")
import Grid from RAILS_ASSET_URL("controllers/ledger/grid.js")
import Order from RAILS_ASSET_URL("controllers/ledger/order.js")

const controllers = {
  command: Command,
  filter: Filter,
  keys: Keys,
  leave: Leave,
  menu: Menu,
  narrow: Narrow,
  panel: Panel,
  selection: Selection,
  slip: Slip,
  stays: Stays,
  toasts: Toasts,
  bodies: Bodies,
  canvas: Canvas,
  cards: Cards,
  clipboard: Clipboard,
  editor: Editor,
  palette: Palette,
  png: Png,
  quick: Quick,
  seek: Seek,
  lines: Lines,
  reorder: Reorder,
  relating: Relating,
  busy: Busy,
  complete: Complete,
  copy: Copy,
  decides: Decides,
  other: Other,
  print: Print,
  prose: Prose,
  pasted: Pasted,
  reach: Reach,
  scope: Scope,
  settle: Settle,
  submit: Submit,
  ticks: Ticks,
  upload: Upload,
  columns: Columns,
  grid: Grid,
  order: Order
}
const application = Application.start()
Object.entries(controllers).forEach(([name, controller]) => application.register(name, controller))

// One place through which the controllers reach the server: htmx puts the answer where it belongs.
// The page asks for its requests to be queued, so that what is typed fast arrives whole and in order.
// Answers a promise of whether the server took it; what cannot be sent now is kept, and the promise with it.
// place: where the values were typed, to be marked while they wait.
function send(verb, url, values = {}, place = document.body) {
  return new Promise((resolve) => {
    const done = (successful) => {
      document.body.removeEventListener("htmx:afterRequest", heard)
      document.body.removeEventListener("saving:settled", settled)
      resolve(successful)
    }
    const heard = ({ detail }) => {
      const ours = detail.requestConfig.path === url && detail.requestConfig.verb === verb
      if (ours && !waits(detail)) done(detail.successful)
    }
    const settled = ({ detail }) => {
      if (detail.path === url && detail.verb === verb) done(detail.successful)
    }
    document.body.addEventListener("htmx:afterRequest", heard)
    document.body.addEventListener("saving:settled", settled)
    // What is refused waits then, and is heard of later.
    htmx.ajax(verb, url, { source: place, swap: "none", values })?.catch(() => {})
  })
}

// The d of a line through points given as "x y x y …", without soft corners.
function straight(points) {
  return points
    .split(" ")
    .map((value, index) => `${index === 0 ? "M" : index % 2 ? " " : "L"}${value}`)
    .join("")
}

window.kelvath = { send, straight }
window.htmx = htmx
startSaving()
startNews()
