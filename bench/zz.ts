import { launchBrowser } from "./ownServer.ts";
const b = await launchBrowser();
const shot = async (name: string, width: number, height: number, theme: string, f: (p: any)=>Promise<void>) => {
  const c = await b.newContext({ viewport: {width, height}, baseURL: "http://127.0.0.1:4127", colorScheme: theme==="dark"?"dark":"light" });
  const p = await c.newPage(); p.setDefaultTimeout(20000);
  p.on("console", (m:any)=>{ if (m.type()==="error") console.log("console", m.text().slice(0,200)); });
  try { await f(p); } catch (e) { console.log(name, String(e).slice(0,500)); }
  await p.screenshot({path: `/tmp/${name}.png`}); await c.close();
};
await shot("pr1",1280,800,"light",async p=>{
  await p.goto("/practice"); await p.waitForTimeout(1500);
  await p.getByLabel("Who is working?").or(p.locator("header select")).first().selectOption("ansa");
  await p.waitForTimeout(800);
  await p.screenshot({path:"/tmp/pr0.png"});
  await p.locator("select[name=unit]").selectOption("glasswasher-gw4");
  await p.getByRole("radio",{name:/stall with a code/}).check();
  await p.getByRole("button",{name:"Begin"}).click();
  await p.waitForURL(/practice\/[0-9a-f-]{36}/);
  await p.getByRole("button",{name:"Switch on"}).click();
  await p.getByLabel("Program").selectOption("started");
  await p.getByRole("button",{name:"5 min"}).click();
  await p.waitForTimeout(500);
  await p.getByRole("button",{name:/^P4\.3|^P4·3/}).first().click().catch(()=>console.log("no pin"));
  await p.getByLabel("Red probe").selectOption("P4.3"); await p.getByLabel("Black probe").selectOption("P1.2");
  await p.getByRole("button",{name:"Measure"}).click(); await p.waitForTimeout(2000);
  await p.screenshot({path:"/tmp/pr2.png",fullPage:true});
});
await b.close();
