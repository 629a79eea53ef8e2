import { chromium } from "@playwright/test";
const flags="--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update --disable-sync";
const b=await chromium.launch({executablePath:"/usr/bin/chromium",args:flags.split(" ")});
const [path,out,w="1280",h="800",scheme="light",act=""]=process.argv.slice(2);
const p=await b.newPage({viewport:{width:+w,height:+h},colorScheme:scheme});
const errs=[]; p.on("pageerror",e=>errs.push(String(e))); p.on("console",m=>m.type()==="error"&&errs.push(m.text()));
await p.goto("http://localhost:3000"); await p.waitForSelector(".shelf-card");
if(path!=="/"){await p.goto("http://localhost:3000"+path); await p.waitForSelector("h1");}
await p.waitForTimeout(2500);
if(act) await (new Function("p","return (async()=>{"+act+"})()"))(p);
await p.waitForTimeout(500);
await p.screenshot({path:out}); console.log(errs.slice(0,5).join("\n"));
await b.close();
