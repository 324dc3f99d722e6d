import { spawn, type ChildProcess } from "node:child_process";
import { SERVER_ENV } from "../scripts/common.mjs";

/** One built server on a data folder, for parts that speak HTTP to it. */
export class BenchServer {
  readonly process: ChildProcess;

  constructor(
    folder: string,
    readonly port: number,
  ) {
    this.process = spawn(process.execPath, ["scripts/serve.mjs"], {
      stdio: "ignore",
      env: { ...SERVER_ENV, ...process.env, BANDEIRA_DATA: folder, BANDEIRA_DEMO: "1", PORT: String(port) },
    });
  }

  at(address: string): string {
    return `http://localhost:${this.port}${address}`;
  }

  async untilUp(): Promise<void> {
    for (;;) {
      if (this.process.exitCode !== null) throw new Error("The server stopped; run `npm run build` first");
      try {
        if ((await fetch(this.at("/sign-in"))).ok) return;
      } catch {
        await new Promise((done) => setTimeout(done, 100));
      }
    }
  }

  /** A session of one of the demo’s people, as a cookie. */
  async signedIn(who: string): Promise<string> {
    const response = await fetch(this.at("/api/session"), {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ person: who }),
    });
    const [cookie] = response.headers.getSetCookie();
    if (!cookie) throw new Error(`${who} was not signed in: ${response.status} ${await response.text()}`);
    return cookie.split(";")[0]!;
  }
}
