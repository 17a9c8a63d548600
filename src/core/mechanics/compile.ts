/** Compiles a body into a model: the anatomy's data scaled, varied, mirrored and calibrated, once a body. */
import { bonesOf, pointsOf } from "#core/mechanics/bones";
import { headsOf } from "#core/mechanics/heads";
import { DEFAULT_BODY, MODEL_VERSION, type Body, type Model, type Side } from "#core/mechanics/model";
import { reachableRange } from "#core/mechanics/reach";
import { createState, updateState } from "#core/mechanics/state";

export function compileModel(body: Body = DEFAULT_BODY): Model {
  const bones = bonesOf(body);
  const heads = headsOf(bones);
  const { size, coordinates, coordinateIndex, segments, segmentIndex, freedoms } = bones;
  const armIndex = (side: Side) => {
    const at = (name: string) => coordinateIndex.get(`${name}.${side}`)!;
    return {
      plane: at("plane"),
      elevation: at("elevation"),
      twist: at("twist"),
      scapula: at("scapula"),
      girdleElevation: at("girdleElevation"),
      clavicleTurn: at("clavicleTurn"),
    };
  };
  return withReferences({
    version: MODEL_VERSION,
    body,
    size,
    coordinates,
    coordinateIndex,
    segments,
    segmentIndex,
    freedoms,
    heads,
    points: pointsOf(bones),
    arms: { right: armIndex("right"), left: armIndex("left") },
  });
}

/** Second pass: reference extents and usable ranges need poses of the model itself. */
function withReferences(model: Model): Model {
  const state = createState(model);
  updateState(model, state);
  const referenced = { ...model, heads: model.heads.map((h, i) => ({ ...h, referenceExtent: state.extent[i]! })) };
  const ranges = reachableRange(referenced);
  const half = referenced.heads.length / 2;
  return {
    ...referenced,
    heads: referenced.heads.map((h, i) => ({ ...h, shortest: ranges[i % half]![0], longest: ranges[i % half]![1] })),
  };
}
