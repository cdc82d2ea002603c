import { useState } from "react";

/** The label of a drawer; a part dropped on it goes into it. */
export function Drawer(props: {
  name: string;
  count: number;
  on: boolean;
  onOpen: () => void;
  onPart?: (id: number) => void;
}) {
  const [over, setOver] = useState(false);
  return (
    <li
      className={`${props.on ? "on" : ""} ${over && props.onPart ? "drop" : ""}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        setOver(false);
        const id = Number(e.dataTransfer.getData("text/part"));
        if (id && props.onPart) {
          e.preventDefault();
          e.stopPropagation();
          props.onPart(id);
        }
      }}
    >
      <button className="label" onClick={props.onOpen}>
        <span>{props.name}</span>
        <span>{props.count}</span>
      </button>
    </li>
  );
}
