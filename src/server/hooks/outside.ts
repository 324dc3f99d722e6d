import type { WayReason } from "@/core/approval";
import { lookup } from "node:dns/promises";
import { BlockList, isIP } from "node:net";

/*
 * Where a call may go. Whoever may register an address must not thereby reach what only this machine or its network reaches: loopback, link-local, private and other
 * special ranges (RFC 6890 and its updates, from memory) are refused after the name is resolved, at each call. An administrator of the server lets single hosts through
 * by name, in BANDEIRA_HOOK_HOSTS.
 */

const SPECIAL = new BlockList();
for (const [net, bits] of [
  ["0.0.0.0", 8],
  ["10.0.0.0", 8],
  ["100.64.0.0", 10],
  ["127.0.0.0", 8],
  ["169.254.0.0", 16],
  ["172.16.0.0", 12],
  ["192.0.0.0", 24],
  ["192.0.2.0", 24],
  ["192.88.99.0", 24],
  ["192.168.0.0", 16],
  ["198.18.0.0", 15],
  ["198.51.100.0", 24],
  ["203.0.113.0", 24],
  ["224.0.0.0", 3],
] as const)
  SPECIAL.addSubnet(net, bits, "ipv4");
for (const [net, bits] of [
  ["::", 127],
  ["64:ff9b::", 96],
  ["100::", 64],
  ["2001::", 23],
  ["2001:db8::", 32],
  ["2002::", 16],
  ["fc00::", 7],
  ["fe80::", 10],
  ["ff00::", 8],
] as const)
  SPECIAL.addSubnet(net, bits, "ipv6");

/** Whether an IP address is one that only this machine or its own network reaches. */
export function isInside(address: string): boolean {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address);
  if (mapped) return isInside(mapped[1]!);
  const kind = isIP(address);
  return kind === 0 || SPECIAL.check(address, kind === 4 ? "ipv4" : "ipv6");
}

function letThrough(url: URL): boolean {
  const allowed = (process.env.BANDEIRA_HOOK_HOSTS ?? "").split(",").map((one) => one.trim().toLowerCase());
  return allowed.includes(url.host.toLowerCase()) || allowed.includes(url.hostname.toLowerCase());
}

export type Resolve = (host: string) => Promise<{ address: string }[]>;
const resolved: Resolve = (host) => lookup(host, { all: true });

export type Way = { ok: true; address: string | null } | { ok: false; why: WayReason };

/**
 * Whether a call may go to an address now, and to which of its IP addresses: the one that was looked at is the one that is called, so that a name cannot be pointed
 * elsewhere in between.
 * @returns `address` null where the host is let through by name
 */
export async function wayTo(text: string, resolve: Resolve = resolved): Promise<Way> {
  const url = new URL(text);
  if (letThrough(url)) return { ok: true, address: null };
  const host = url.hostname.replace(/^\[|\]$/g, "");
  const addresses = isIP(host) ? [{ address: host }] : await resolve(host);
  if (addresses.length === 0) return { ok: false, why: { code: "no network address", values: { host } } };
  // One that leads inside is enough: which of them is used is not ours to choose later.
  const inside = addresses.find(({ address }) => isInside(address));
  return inside
    ? { ok: false, why: { code: "leads inside", values: { host, to: inside.address } } }
    : { ok: true, address: addresses[0]!.address };
}
