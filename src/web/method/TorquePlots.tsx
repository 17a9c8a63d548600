/** The model's isometric joint torques beside published ones: a small plot a curve, worked out here and now. */
import { torquePlots as text } from "#core/words/web/method";
import { useMemo } from "react";
import { compileModel } from "#core/mechanics/compile";
import { compareTorques, type CurveError } from "#core/validation/torque";

const [W, H, PAD] = [168, 92, 6];

function Plot({ curve }: { curve: CurveError }) {
  const angles = curve.points.map((p) => p.angle);
  const [from, to] = [Math.min(...angles), Math.max(...angles)];
  const top = 1.08 * Math.max(...curve.points.flatMap((p) => [p.published, p.model]));
  const x = (angle: number) => PAD + ((angle - from) / (to - from)) * (W - 2 * PAD);
  const y = (torque: number) => H - PAD - (torque / top) * (H - 2 * PAD);
  const words = `${curve.id}, ${curve.use}: ${curve.points.map((p) => text.atAngleDegreesModel({ angle: p.angle, model: Math.round(p.model), published: Math.round(p.published) })).join("; ")}`;
  return (
    <figure>
      <svg viewBox={`0 0 ${W} ${H}`} role="img" aria-label={words}>
        <path className="floor" d={`M${PAD} ${H - PAD}H${W - PAD}`} />
        <path
          className="model"
          d={curve.points.map((p, i) => `${i ? "L" : "M"}${x(p.angle).toFixed(1)} ${y(p.model).toFixed(1)}`).join("")}
        />
        {curve.points.map((p) => (
          <circle key={p.angle} className="published" cx={x(p.angle)} cy={y(p.published)} r={3.2} />
        ))}
      </svg>
      <figcaption>
        {curve.id}{" "}
        <span className="quiet">
          {text.off({
            leftOut: curve.use !== "fit",
            percent: Math.round(100 * curve.error),
            from,
            to,
            most: Math.round(top / 1.08),
          })}
        </span>
      </figcaption>
    </figure>
  );
}

export function TorquePlots() {
  const curves = useMemo(() => compareTorques(compileModel()), []);
  return (
    <section aria-label={text.jointTorquesModelAnd()} className="torques">
      <p className="small quiet">{text.theLineIsThe()}</p>
      <div>
        {curves.map((c) => (
          <Plot key={c.id} curve={c} />
        ))}
      </div>
    </section>
  );
}
