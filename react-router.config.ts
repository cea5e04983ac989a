import type { Config } from "@react-router/dev/config";

export default {
  ssr: true,
  // Every page knows every address from its start (3 kB as sent). Asked for one by one, the first use of one waits for an answer
  // meanwhile, and of two choices made one after the other the first could be sent last.
  routeDiscovery: { mode: "initial" },
  future: { v8_middleware: true, v8_splitRouteModules: true, v8_viteEnvironmentApi: true },
} satisfies Config;
