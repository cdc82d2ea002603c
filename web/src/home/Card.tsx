import { DropdownMenu } from "radix-ui";
import type { PartLine } from "../api/types";
import { open } from "./open";

/** A part with its picture and what can be done with it. */
export function Card(props: {
  part: PartLine;
  onRename: () => void;
  onCopy: () => void;
  onDelete: () => void;
  onTakeOut?: () => void;
}) {
  const p = props.part;
  return (
    <article className="card" data-part={p.id}>
      <a
        href={`/part/${p.id}`}
        draggable
        onDragStart={(e) => e.dataTransfer.setData("text/part", String(p.id))}
        onClick={(e) => {
          if (e.ctrlKey || e.metaKey || e.shiftKey) return;
          e.preventDefault();
          open(p.id);
        }}
      >
        <img src={`/api/parts/${p.id}/picture?r=${p.revision}`} alt="" />
        <p className="nm">{p.name}</p>
        <p className="sub">
          {p.unit} · {ago(p.changed)}
        </p>
      </a>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="more" aria-label={`More about ${p.name}`}>
          ⋯
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="menu" align="end">
            <DropdownMenu.Item onSelect={() => setTimeout(props.onRename)}>Rename</DropdownMenu.Item>
            <DropdownMenu.Item onSelect={props.onCopy}>Duplicate</DropdownMenu.Item>
            {props.onTakeOut && (
              <DropdownMenu.Item onSelect={props.onTakeOut}>Take out of its drawer</DropdownMenu.Item>
            )}
            <DropdownMenu.Item onSelect={props.onDelete}>Delete</DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </article>
  );
}

function ago(when: string): string {
  const minutes = Math.max(0, Math.round((Date.now() - new Date(when).getTime()) / 60000));
  if (minutes < 1) return "just now";
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 48 * 60) return `${Math.round(minutes / 60)} h ago`;
  return new Date(when).toLocaleDateString();
}
