import { Application } from RAILS_ASSET_URL("stimulus.js")
import htmx from RAILS_ASSET_URL("htmx.js")
import { startSaving, waits } from RAILS_ASSET_URL("saving.js")
import { startNews } from RAILS_ASSET_URL("news.js")
import Bodies from RAILS_ASSET_URL("controllers/bodies.js")
import Busy from RAILS_ASSET_URL("controllers/busy.js")
import Canvas from RAILS_ASSET_URL("controllers/canvas.js")
import Cards from RAILS_ASSET_URL("controllers/cards.js")
import Clipboard from RAILS_ASSET_URL("controllers/clipboard.js")
import Columns from RAILS_ASSET_URL("controllers/columns.js")
import Command from RAILS_ASSET_URL("controllers/command.js")
import Copy from RAILS_ASSET_URL("controllers/copy.js")
import Decides from RAILS_ASSET_URL("controllers/decides.js")
import Editor from RAILS_ASSET_URL("controllers/editor.js")
import Filter from RAILS_ASSET_URL("controllers/filter.js")
import Fold from RAILS_ASSET_URL("controllers/fold.js")
import Grid from RAILS_ASSET_URL("controllers/grid.js")
import Keys from RAILS_ASSET_URL("controllers/keys.js")
import Leave from RAILS_ASSET_URL("controllers/leave.js")
import Menu from RAILS_ASSET_URL("controllers/menu.js")
import Palette from RAILS_ASSET_URL("controllers/palette.js")
import Png from RAILS_ASSET_URL("controllers/png.js")
import Print from RAILS_ASSET_URL("controllers/print.js")
import Prose from RAILS_ASSET_URL("controllers/prose.js")
import Quick from RAILS_ASSET_URL("controllers/quick.js")
import Relating from RAILS_ASSET_URL("controllers/relating.js")
import Selection from RAILS_ASSET_URL("controllers/selection.js")
import Slip from RAILS_ASSET_URL("controllers/slip.js")
import Submit from RAILS_ASSET_URL("controllers/submit.js")
import Ticks from RAILS_ASSET_URL("controllers/ticks.js")
import Toasts from RAILS_ASSET_URL("controllers/toasts.js")
import Upload from RAILS_ASSET_URL("controllers/upload.js")

const controllers = {
  bodies: Bodies, busy: Busy, canvas: Canvas, cards: Cards, clipboard: Clipboard, columns: Columns, command: Command, copy: Copy, decides: Decides, editor: Editor, filter: Filter, fold: Fold, grid: Grid, keys: Keys, leave: Leave, menu: Menu, palette: Palette, png: Png, print: Print, prose: Prose, quick: Quick, relating: Relating, selection: Selection, slip: Slip, submit: Submit, ticks: Ticks, toasts: Toasts, upload: Upload
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
    const heard = ({ detail }) => { if (detail.requestConfig.path === url && detail.requestConfig.verb === verb && !waits(detail)) done(detail.successful) }
    const settled = ({ detail }) => { if (detail.path === url && detail.verb === verb) done(detail.successful) }
    document.body.addEventListener("htmx:afterRequest", heard)
    document.body.addEventListener("saving:settled", settled)
    htmx.ajax(verb, url, { source: place, swap: "none", values })?.catch(() => {}) // it waits then, and is heard of later
  })
}

// The d of a line through points given as "x y x y …", without soft corners.
function straight(points) {
  return points.split(" ").map((value, index) => `${index === 0 ? "M" : index % 2 ? " " : "L"}${value}`).join("")
}

window.kelvath = { send, straight }
window.htmx = htmx
startSaving()
startNews()
