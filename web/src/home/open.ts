/** Opens a part. */
export function open(id: number): void {
  history.pushState(null, "", `/part/${id}`);
  dispatchEvent(new PopStateEvent("popstate"));
}
