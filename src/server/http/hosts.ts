/**
 * Hosts under which this Bandeira is reached: that of `BANDEIRA_ADDRESS`, those of `BANDEIRA_HOSTS`, and the machine itself. They are set and never taken from a
 * request, which anybody can have sent to any name.
 */
export function isOurHost(host: string | null): boolean {
  if (!host) return false;
  const name = host.toLowerCase();
  const address = process.env.BANDEIRA_ADDRESS;
  const set = (process.env.BANDEIRA_HOSTS ?? "").split(",").map((one) => one.trim().toLowerCase());
  const own = address && URL.canParse(address) ? new URL(address).host : null;
  return name === own || set.includes(name) || isThisMachine(name);
}

function isThisMachine(host: string): boolean {
  const name = host.startsWith("[") ? host.slice(0, host.indexOf("]") + 1) : host.split(":")[0]!;
  return ["localhost", "127.0.0.1", "[::1]"].includes(name);
}
