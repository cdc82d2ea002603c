/** Something to be told: a refusal, or what was done with a way back. */
export function NoticeStrip({
  notice,
  onClose,
}: {
  notice: { text: string; trouble: boolean; action?: { label: string; run: () => void } };
  onClose: () => void;
}) {
  return (
    <div className={`notice ${notice.trouble ? "trouble" : ""}`} role="status" data-testid="notice">
      <span>{notice.text}</span>
      {notice.action && (
        <button
          className="btn"
          onClick={() => {
            onClose();
            notice.action!.run();
          }}
        >
          {notice.action.label}
        </button>
      )}
      <button className="btn plain" aria-label="Close" onClick={onClose}>
        ✕
      </button>
    </div>
  );
}
