import { DropdownMenu } from "radix-ui";
import { useMemo } from "react";
import { currentScene } from "../scene/current";
import { calledOf } from "../sentence/pointing";
import { useFitting } from "./Chips";
import { pickable, take } from "./hand";
import { type Pick, usePart, usePartOf } from "./store";

/** What is drawn of a sketch under a place, to be clicked in its stead. */
interface Drawn {
  called: string;
  el: Element;
}

function drawnAt([x, y]: [number, number]): Drawn[] {
  const pane = document.querySelector(".view")!.getBoundingClientRect();
  const words = { region: "region", line: "drawn line", axis: "line as axis", point: "point" } as const;
  return document.elementsFromPoint(x + pane.left, y + pane.top).flatMap((el) => {
    const data = (el as SVGElement).dataset ?? {};
    const what = (Object.keys(words) as (keyof typeof words)[]).find((k) => data[k] !== undefined);
    return what ? [{ called: `${words[what]} of a sketch`, el }] : [];
  });
}

/** What lies under the pointer, one behind the other, and what fits what is picked. */
export function PointerMenu({ at, onClose }: { at: [number, number]; onClose: () => void }) {
  const { view, doing, set } = usePartOf("view", "doing", "set");
  const fitting = useFitting();
  const [found, drawn] = useMemo(
    () => [currentScene()?.picking.allAt(...at, pickable(usePart.getState().doing)) ?? [], drawnAt(at)],
    [at],
  );
  if (!view) return null;
  const light = (p: Pick | null) => set({ hover: p });
  const many = doing.kind === "looking" && fitting.length > 0;
  return (
    <DropdownMenu.Root
      open
      modal={false}
      onOpenChange={(open) => {
        if (!open) {
          light(null);
          onClose();
        }
      }}
    >
      <DropdownMenu.Trigger asChild>
        <span className="menu-foot" style={{ left: at[0], top: at[1] }} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="menu"
          align="start"
          aria-label="Under the pointer"
          onCloseAutoFocus={(e) => e.preventDefault()}
        >
          <DropdownMenu.Label className="menu-label">
            {found.length + drawn.length > 0 ? "Under the pointer" : "Nothing under the pointer"}
          </DropdownMenu.Label>
          {drawn.map((d, i) => (
            <DropdownMenu.Item
              key={i}
              onSelect={() => d.el.dispatchEvent(new MouseEvent("click", { bubbles: true }))}
            >
              {d.called}
            </DropdownMenu.Item>
          ))}
          {found.map(({ pick, hidden }) => (
            <DropdownMenu.Item
              key={pick.kind + pick.body + pick.key}
              onFocus={() => light(pick)}
              onSelect={(e) => take(pick, at, (e as unknown as { shiftKey?: boolean }).shiftKey ?? false)}
            >
              {calledOf(pick, usePart.getState().preview ?? view)}
              {hidden && <span className="cap"> behind</span>}
            </DropdownMenu.Item>
          ))}
          {many && (
            <>
              <DropdownMenu.Separator className="menu-line" />
              <DropdownMenu.Label className="menu-label">With what is picked</DropdownMenu.Label>
              {fitting.map((a) => (
                <DropdownMenu.Item key={a.name} onSelect={a.run}>
                  {a.name} <span className="key">{a.key!.toUpperCase()}</span>
                </DropdownMenu.Item>
              ))}
            </>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
