import { chromium } from "@playwright/test";
import { DEMO_SIGN_IN, demoId } from "#server/demo/demo";
const url="http://127.0.0.1:4173"; const runa=demoId("runa");
const views:[string,string,string,string?][]=[["ranking",`/ranking/gluteus-maximus-middle?for=${runa}`,".ranked .row"],["bench",`/bench/back-squat?head=gluteus-maximus-middle&for=${runa}`,".figure-sheet svg .muscle"],["week",`/clients/${runa}/week`,".loom"],["client",`/clients/${runa}`,".form"]];
const only=process.argv.slice(2);
const b=await chromium.launch({executablePath:"/usr/bin/chromium",args:["--no-sandbox"]}); const c=await b.newContext({viewport:{width:1280,height:800},colorScheme:process.env.DARK?"dark":"light"}); const p=await c.newPage();
p.on("pageerror",e=>console.log("ERR",e.message)); p.on("console",m=>m.type()==="error"&&console.log("console",m.text()));
await p.goto(url); await p.getByLabel("E-mail").fill(DEMO_SIGN_IN.email); await p.getByLabel("Password",{exact:true}).fill(DEMO_SIGN_IN.password); await p.getByRole("button",{name:"Sign in"}).click(); await p.getByRole("navigation",{name:"Places"}).waitFor();
if(process.env.DARK) await p.evaluate(()=>localStorage.setItem("gryn.mode","dark"));
const list = only[0]?.startsWith("/") ? only.map((o,i)=>[`shot${i}`,o,"main, .page"] as [string,string,string]) : views.filter(v=>!only.length||only.includes(v[0]));
for(const [n,path,ready] of list){ const t=Date.now(); await p.goto(url+path); await p.locator(ready).first().waitFor({timeout:60000}); console.log(n,Date.now()-t,"ms"); await p.waitForTimeout(2500); await p.screenshot({path:`/tmp/${n}.png`}); }
await b.close();
