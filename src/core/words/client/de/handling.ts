/** Wie ein Satz begonnen, verlassen und geatmet wird. */
import { label, sentence } from "../../sentence";

export const handling = {
  takeUp: {
    rack: label("Die Stange in Starthöhe aus dem Ständer nehmen; Füße und Hände stehen, bevor sie die Haken verlässt."),
    floor: label("Mit gebeugten Knien und geradem Rücken vom Boden oder von der Bank nehmen."),
    thighs: label("Mit den Gewichten auf den Oberschenkeln hinsetzen und mit ihnen zurückrollen, die Knie helfen."),
    pulleys: label("Einen Griff nach dem anderen nehmen, dann in die Mitte stellen oder legen."),
    pulley: label("Den Griff nah am Gewichtsblock nehmen, dann an den Platz gehen."),
    machine: label("Sitz und Polster vor dem Stift einstellen; den Fußhebel nutzen, wo es einen gibt."),
    band: label("Das Band befestigen und vor der ersten Wiederholung einmal daran ziehen."),
  },
  wayOut: {
    safeties: label(
      "Wenn eine Wiederholung nicht geht: auf die Ablagen knapp unter dem tiefsten Punkt, oder jemand nimmt sie ab.",
    ),
    "put-down": label("Wenn eine Wiederholung nicht geht: sinken lassen und ablegen."),
    "to-hips": label(
      "Wenn eine Wiederholung nicht geht: die Gewichte zur Hüfte bringen und aufsetzen; nie hinter den Kopf fallen lassen.",
    ),
    "step-in": label("Wenn eine Wiederholung nicht geht: einen Schritt zum festen Ende, dann ist die Last weg."),
    "let-down": label("Wenn eine Wiederholung nicht geht: auf den Anschlag ablassen."),
    feet: label("Wenn eine Wiederholung nicht geht: Füße auf den Boden oder eine Stufe."),
    sink: label("Wenn eine Wiederholung nicht geht: den Körper zu Boden sinken lassen."),
  },
  breath: {
    "out-lifting": label("Beim Heben ausatmen, beim Senken einatmen."),
    brace: label(
      "Vor der Wiederholung einatmen, Luft anhalten und den Bauch spannen, nach der schweren Stelle ausatmen. Bei hohem Blutdruck die Luft nicht anhalten; ärztlich fragen.",
    ),
    free: label("Ruhig weiteratmen; die Luft nicht anhalten."),
  },
  holdOn: {
    frame: label("Die freie Hand hält sich am Gestell fest."),
    rack: label("Die freie Hand hält sich am Ständer fest."),
    bench: label("Die freie Hand stützt sich auf die Bank."),
    wall: label("Die freie Hand stützt sich an die Wand."),
    pad: label("Die freie Hand hält das Polster."),
    "own-knee": label("Die freie Hand stützt sich auf das eigene Knie."),
    "own-hip": label("Die freie Hand liegt auf der eigenen Hüfte."),
    "own-elbow": label("Die freie Hand stützt den Ellbogen des arbeitenden Arms."),
  },
  feel: sentence<{ muscle: string; where: "long" | "middle" | "short" }>(
    { muscle: "Vorderer Oberschenkel", where: "long" },
    ({ muscle, where }) =>
      `Zu spüren in: ${muscle}, am meisten ${{ long: "in der Dehnung", middle: "auf halbem Weg", short: "ganz verkürzt" }[where]}.`,
  ),
};
