import { SESSION_COOKIE } from "@/server/access/sessions";

/** In whose session handlers and pages find themselves in tests that stand this in for `next/headers`. */
export const jar = { token: undefined as string | undefined };

/** As `next/headers` has them. */
export const cookies = () =>
  Promise.resolve({
    get: (name: string) => (name === SESSION_COOKIE && jar.token ? { value: jar.token } : undefined),
    set: () => {},
    delete: () => {},
  });
