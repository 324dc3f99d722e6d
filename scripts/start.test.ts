// A start that cannot succeed says why in one sentence and does nothing.
import { spawn } from "node:child_process";
import fs from "node:fs";
import net from "node:net";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { signInAsDemoPerson } from "@/server/access/sessions";
import { codes, testApp } from "../demo/test-app";
import { temporaryFolder } from "../demo/temporary";

const root = path.join(import.meta.dirname, "..");

function demo(env: Record<string, string>, ...args: string[]): Promise<{ status: number | null; stderr: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ["scripts/demo.mjs", ...args], {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: ["ignore", "ignore", "pipe"],
    });
    let stderr = "";
    child.stderr.on("data", (chunk: Buffer) => (stderr += chunk.toString()));
    child.on("close", (status) => resolve({ status, stderr }));
  });
}

describe("npm run demo", () => {
  it("on a port in use", async () => {
    const server = net.createServer().listen(0);
    await new Promise((ready) => server.once("listening", ready));
    const { port } = server.address() as net.AddressInfo;
    const { status, stderr } = await demo({ PORT: String(port), BANDEIRA_DATA: temporaryFolder() });
    server.close();
    expect([status, stderr]).toEqual([
      1,
      `Port ${port} is in use; stop what runs there, or start with another one: PORT=${port + 1} npm run demo\n`,
    ]);
  });
  it("on a data folder that cannot be written", async () => {
    const folder = path.join(temporaryFolder(), "a-file");
    fs.writeFileSync(folder, "");
    const { status, stderr } = await demo({ BANDEIRA_DATA: folder });
    expect([status, stderr]).toEqual([
      1,
      `The data folder ${folder} cannot be written (EEXIST); set BANDEIRA_DATA to a folder that can.\n`,
    ]);
  });
  it("on a port that is none", async () => {
    expect((await demo({ PORT: "many" })).stderr).toBe(
      "PORT=many is not a port; set it to a number from 1 to 65535.\n",
    );
  });
  it("with an organisation that there is none of, a number that is none, or an option that it has not", async () => {
    const env = { PORT: "4399", BANDEIRA_DATA: temporaryFolder() };
    expect((await demo(env, "--organisation", "moon")).stderr).toBe(
      "There is no demo called “moon”; there are: lines, observatory.\n",
    );
    expect((await demo(env, "many")).stderr).toBe(
      "“many” is not how many past orders the demo is to have; write a number such as 1000.\n",
    );
    expect((await demo(env, "--organization", "observatory")).stderr).toContain("The call is: npm run demo -- [number");
    expect(fs.readdirSync(env.BANDEIRA_DATA)).toEqual([]);
  });
});

describe("choosing a person", () => {
  it("works in a demonstration and nowhere else", () => {
    const app = testApp();
    expect(codes(signInAsDemoPerson(app, "rui-tavares", "test"))).toBe("done");
    expect(codes(signInAsDemoPerson(app, "nobody", "test"))).toBe("unknown");
    expect(codes(signInAsDemoPerson({ ...app, demo: false }, "rui-tavares", "test"))).toBe("not a demo");
  });
});
