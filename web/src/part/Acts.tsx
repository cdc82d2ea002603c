/** The two ways out of what is being made. */
export function Acts({ main, onMain, onDrop }: { main: string; onMain?: () => void; onDrop: () => void }) {
  return (
    <div className="acts">
      {onMain && (
        <button className="btn main big" onClick={onMain}>
          {main} <span className="k">Enter</span>
        </button>
      )}
      <button className="btn big" title="Cancel: nothing is kept of it" onClick={onDrop}>
        Drop <span className="k">Esc</span>
      </button>
    </div>
  );
}
