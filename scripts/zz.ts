import { modelOf } from "../src/core/address";
import { relay } from "../src/core/rig";
import { buildProgram } from "../src/core/program";
import { frameRows, Simulation } from "../src/core/sim";
import * as demo from "../src/demo";
const { demoRig } = demo as any;
const m = demoRig("oar-rack");
for (const r of [m, demoRig("water-warmth"), demoRig("crew-tally"), relay(m,{...m.plan,scheme:"max7219",lines:{}})]) {
 const model=modelOf(r as any);
 console.log((r as any).name,(r as any).plan.scheme, model.encoding.buses, frameRows(model).map(f=>[f.text,f.faithful,f.unknown]));
 const p=buildProgram(model); console.log(p.setup.map(s=>s.do), p.setUpState!.writes!.map((w:any)=>(w.write.words??w.write.bytes).map((b:number)=>b.toString(16)).join(" ")));
 const sim=new Simulation(model,p); sim.advanceTo(1e8); console.log(sim.currents.filter(c=>c>0).length, sim.currents.find(c=>c>0));
}
