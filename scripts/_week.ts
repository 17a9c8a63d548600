import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { creditsOf, groupCredit } from "#core/planning/dose";
import { groups } from "#core/planning/groups";
import { CURRENT_EDITION } from "#core/edition/edition";
const W: [string, Record<string,number>, number][] = [["barbell-bench-press",{},3],["chest-supported-row",{flare:0},3],["dumbbell-bench-press",{bench:30},3],["cable-pulldown",{grip:2},3],["cable-side-raise",{},3],["incline-dumbbell-curl",{},3],["overhead-cable-extension",{},3],
["back-squat",{},4],["romanian-deadlift",{},3],["leg-extension",{},3],["seated-leg-curl",{},3],["standing-calf-raise",{},4],["cable-crunch",{},3],
["machine-chest-press",{},3],["cable-pulldown",{grip:0},4],["cable-fly",{},3],["seated-cable-row",{flare:1},3],["reverse-fly",{},3],["dumbbell-side-raise",{},3],["preacher-curl",{},3],["cable-pushdown",{},3],
["leg-press",{},4],["hip-thrust",{},3],["lying-leg-curl",{},3],["split-squat",{},2],["seated-calf-raise",{},3],["hanging-leg-raise",{},3]];
const sum: Record<string,number> = {};
for (const [id,v,sets] of W) { const e=findExercise(id)!; const r=surveySetups([resolveSetup(e,v)],DEFAULT_BODY,0).rows[0]!; const c=creditsOf(r.view,e,CURRENT_EDITION.method);
 const out=groups.flatMap(g=>{const x=groupCredit(c,g); if(!x) return []; sum[g.id]=(sum[g.id]??0)+x.share*sets; return [`${g.id} ${x.share}${x.direct?"*":""}`]}); console.log(id, JSON.stringify(v), out.join(", ")); }
console.log(Object.entries(sum).map(([k,v])=>`${k} ${v.toFixed(1)}`).join(" | "));
