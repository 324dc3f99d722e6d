import "@fontsource-variable/archivo/index.css";
import "@fontsource-variable/literata/index.css";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";
import { Announcer } from "@/ui/frame/announcer";
import { FocusKeeper } from "@/ui/frame/focus-keeper";

export const metadata: Metadata = {
  title: { default: "Bandeira", template: "%s · Bandeira" },
  description: "Who may approve what, from which amount.",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1, themeColor: "#fbfaf7" };

// The nonce of the content policy is made per request, so no page can be built ahead.
export const dynamic = "force-dynamic";

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en-GB">
      <body>
        {children}
        <FocusKeeper />
        <Announcer />
      </body>
    </html>
  );
}
