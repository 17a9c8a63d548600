/** How a set is begun, left and breathed, as a client reads it. */
import { label, sentence } from "../../sentence";

export const handling = {
  takeUp: {
    rack: label(
      "Take the bar from the rack at the height of the start; feet and hands set before it leaves the hooks.",
    ),
    floor: label("Take it from the floor or a bench with bent knees and a straight back."),
    thighs: label("Sit down with the weights on the thighs and roll back with them, the knees help."),
    pulleys: label("Take one handle after the other, then stand or lie in the middle."),
    pulley: label("Take the handle close to the stack, then step into place."),
    machine: label("Set seat and pads before the pin; use the foot lever where there is one."),
    band: label("Fix the band and pull on it once before the first rep."),
  },
  wayOut: {
    safeties: label("If a rep fails: onto the safety arms, set just under the lowest point, or a helper takes it."),
    "put-down": label("If a rep fails: let it sink and put it down."),
    "to-hips": label("If a rep fails: bring the weights to the hips and sit up; never let them go behind the head."),
    "step-in": label("If a rep fails: step towards the fixed end, the load goes."),
    "let-down": label("If a rep fails: let it down onto its stop."),
    feet: label("If a rep fails: feet to the ground or onto a step."),
    sink: label("If a rep fails: let the body sink to the ground."),
  },
  breath: {
    "out-lifting": label("Breathe out while you lift, in while you lower."),
    brace: label(
      "Breathe in before the rep, hold and brace the belly through the hard part, then breathe out. With high blood pressure do not hold your breath; ask a doctor.",
    ),
    free: label("Keep breathing quietly; do not hold your breath."),
  },
  holdOn: {
    frame: label("Hold on to the frame with the free hand."),
    rack: label("Hold on to the rack with the free hand."),
    bench: label("Lean on the bench with the free hand."),
    wall: label("Lean on the wall with the free hand."),
    pad: label("Hold the pad with the free hand."),
    "own-knee": label("The free hand leans on your knee."),
    "own-hip": label("The free hand rests on your hip."),
    "own-elbow": label("The free hand steadies the elbow of the working arm."),
  },
  feel: sentence<{ muscle: string; where: "long" | "middle" | "short" }>(
    { muscle: "front thigh", where: "long" },
    ({ muscle, where }) =>
      `You feel it in: ${muscle}, most ${{ long: "where it is stretched", middle: "half way", short: "where it is shortest" }[where]}.`,
  ),
};
