// Calls go out of the network and never into it, whatever a name is made to resolve to (RFC 6890, from memory).
import { afterEach, describe, expect, it, vi } from "vitest";
import { isInside, wayTo } from "./outside";

afterEach(() => vi.unstubAllEnvs());

const resolving =
  (...addresses: string[]) =>
  () =>
    Promise.resolve(addresses.map((address) => ({ address })));

describe("an address", () => {
  it.each([
    ["127.0.0.1", true],
    ["127.8.8.8", true],
    ["0.0.0.0", true],
    ["10.1.2.3", true],
    ["172.31.0.1", true],
    ["192.168.1.1", true],
    ["169.254.169.254", true],
    ["100.64.0.1", true],
    ["224.0.0.1", true],
    ["::1", true],
    ["::", true],
    ["fe80::1", true],
    ["fd00::1", true],
    ["::ffff:127.0.0.1", true],
    ["64:ff9b::7f00:1", true],
    ["not an address", true],
    ["8.8.8.8", false],
    ["172.32.0.1", false],
    ["2606:4700::1111", false],
  ])("%s leads inside: %s", (address, inside) => expect(isInside(address)).toBe(inside));
});

describe("the way of a call", () => {
  it.each([
    ["https://hooks.example/in", ["93.184.216.34"], true],
    ["https://rebound.example/in", ["127.0.0.1"], false],
    ["https://both.example/in", ["93.184.216.34", "10.0.0.1"], false],
    ["http://127.0.0.1:4310/in", [], false],
    ["http://[::1]/in", [], false],
    // Other ways to write 127.0.0.1, which the URL standard makes one.
    ["http://2130706433/in", [], false],
    ["http://0x7f.1/in", [], false],
    ["https://nowhere.example/in", [], false],
  ])("%s that resolves to %j is open: %s", async (url, addresses, open) => {
    expect((await wayTo(url, resolving(...addresses))).ok).toBe(open);
  });
  it("is open to a host that the server lets through by name, and goes to the address that was looked at otherwise", async () => {
    vi.stubEnv("BANDEIRA_HOOK_HOSTS", "localhost:4310, warehouse.internal");
    expect(await wayTo("http://localhost:4310/in", resolving("127.0.0.1"))).toEqual({ ok: true, address: null });
    expect(await wayTo("http://warehouse.internal/in", resolving("10.0.0.9"))).toEqual({ ok: true, address: null });
    expect((await wayTo("http://localhost:9999/in", resolving("127.0.0.1"))).ok).toBe(false);
    expect(await wayTo("https://hooks.example/in", resolving("93.184.216.34"))).toEqual({
      ok: true,
      address: "93.184.216.34",
    });
  });
});
