import type { Vec2 } from "../api/types";
import type { Moved } from "./model";

/** Pulls at a sketch over a socket; one question is under way at a time, and only the newest place waits. */
export class Dragger {
  private readonly socket: WebSocket;
  private waiting: { what: string; from: Vec2; to: Vec2 } | null = null;
  private asked = false;
  private turn = 0;
  last: Moved | null = null;

  constructor(part: number, step: string, onMoved: (m: Moved) => void) {
    const scheme = location.protocol === "https:" ? "wss" : "ws";
    this.socket = new WebSocket(`${scheme}://${location.host}/api/drag`);
    this.socket.onopen = () => {
      this.socket.send(JSON.stringify({ take: part, step }));
      this.next();
    };
    this.socket.onmessage = (m) => {
      const answer = JSON.parse(m.data as string) as Moved & { sentence?: string };
      this.asked = false;
      if (!answer.sentence) {
        this.last = { points: answer.points, radii: answer.radii };
        onMoved(this.last);
      }
      this.next();
    };
  }

  pull(what: string, from: Vec2, to: Vec2): void {
    this.waiting = { what, from, to };
    this.next();
  }

  private next(): void {
    if (this.asked || !this.waiting || this.socket.readyState !== WebSocket.OPEN) return;
    const { what, from, to } = this.waiting;
    this.waiting = null;
    this.asked = true;
    this.socket.send(JSON.stringify({ pull: what, from, to, turn: ++this.turn }));
  }

  /** Waits for the last answer, then lets go. */
  async end(): Promise<Moved | null> {
    for (let i = 0; i < 100 && (this.asked || this.waiting); i++) {
      await new Promise((r) => setTimeout(r, 10));
    }
    this.socket.close();
    return this.last;
  }
}
