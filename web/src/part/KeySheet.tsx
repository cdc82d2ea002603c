import { Dialog } from "radix-ui";

const KEYS: [string, string][] = [
  ["1 … 8", "Sketch, Form, Wall, Edge, Hole, Repeat, Check, Release"],
  ["F6", "cut the part open as it last was, at any time; close it"],
  ["Q W E R T, A S D F G, Z X C V", "the shelf’s rows, in order"],
  ["Shift + these", "constraints, in order, while sketching"],
  ["I O P, U, J K L, N M", "further tools while sketching, shown on their rows"],
  ["Tab", "the next way in which the tool in hand works"],
  ["R", "with the line tool: bends off tangent, or straight again"],
  ["Y", "construction line or drawn"],
  ["0–9, Tab, Enter", "type a size while drawing, next field, keep"],
  ["Alt", "held: no snapping"],
  ["Shift", "held: add to what is picked in the view; in a sketch, pick only this"],
  ["Right click", "what lies under the pointer, one behind the other"],
  ["Delete", "take out what is picked in a sketch"],
  ["Enter, Esc", "apply or finish; one step back"],
  ["Shift + Enter", "the last operation again, with its last values"],
  ["Ctrl + Z, Ctrl + Y", "undo, redo; in an open sentence, takes back its last entry"],
  [
    "N, M",
    "walk from thing to thing in the view (Shift: back); pick it, or take it out. F8, F9 within a field",
  ],
  ["Arrow keys", "turn the view by 15°; with a drawing tool, bring and move its point (Shift: by ten)"],
  ["L", "while a place in space is put or moved: hold it to another plane or axis"],
  ["Home, End", "corner view; fit"],
  ["Page down, Page up", "straight at the face or sketch; as it was looked at before"],
  [".", "do anything"],
  ["?", "this sheet"],
];

/** All keys on one sheet. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="dialog" aria-describedby={undefined}>
          <Dialog.Title asChild>
            <h2>Keys</h2>
          </Dialog.Title>
          <table className="keys mt-2">
            <tbody>
              {KEYS.map(([k, what]) => (
                <tr key={k}>
                  <td>
                    <b>{k}</b>
                  </td>
                  <td>{what}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
