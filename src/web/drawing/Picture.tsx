/** A small picture of a setup beside its name: drawn off the page's thread once it comes into sight, and kept. */
import { useEffect, useRef, useState } from "react";
import type { Thumbnail } from "#core/drawing/thumbnail";
import type { Exercise } from "#core/exercises/format";
import { onOffer } from "#core/exercises/shelf";
import type { Values } from "#core/exercises/setup";
import type { Form } from "#core/base/forms";
import type { Body } from "#core/mechanics/model";
import { useForm } from "../base/open-client";
import { lengthColour } from "../base/theme";
import { ask } from "../mechanics/analyst";
import { Shapes } from "./Shapes";

interface PictureProps {
  exerciseId: string;
  values: Values;
  /** while it is written: nobody else knows it */
  exercise?: Exercise | undefined;
  /** the head that is in its colour */
  head: string | null;
  body: Body;
  /** pixels */
  width: number;
  height: number;
}

/** so many are kept, oldest out first */
const KEPT = 600;
const pictures = new Map<string, Promise<Thumbnail | null>>();
onOffer(() => pictures.clear());

function pictureOf(asked: PictureProps & { form: Form }): Promise<Thumbnail | null> {
  const { exerciseId, values, exercise, head, body, width, height, form } = asked;
  const key = JSON.stringify([exerciseId, values, exercise, head, body, width, height, form]);
  let picture = pictures.get(key);
  if (!picture) {
    // a picture that cannot be had is none: its place stays empty
    picture = ask("picture", {
      setup: { exerciseId, values: { ...values }, exercise },
      head,
      body,
      width,
      height,
      form,
    }).catch(() => null);
    if (pictures.size >= KEPT) pictures.delete(pictures.keys().next().value!);
    pictures.set(key, picture);
  }
  return picture;
}

export function Picture(props: PictureProps) {
  const { width, height, head } = props;
  const box = useRef<HTMLSpanElement>(null);
  const [shown, setShown] = useState<{ key: string; picture: Thumbnail | null } | null>(null);
  const form = useForm();
  const key = JSON.stringify({ ...props, form });
  useEffect(() => {
    let there = true;
    const seen = new IntersectionObserver(
      ([entry]) => {
        if (!entry?.isIntersecting) return;
        seen.disconnect();
        void pictureOf(JSON.parse(key) as PictureProps & { form: Form }).then(
          (picture) => there && setShown({ key, picture }),
        );
      },
      { rootMargin: "200px" },
    );
    seen.observe(box.current!);
    return () => {
      there = false;
      seen.disconnect();
    };
  }, [key]);
  // while one is written, the last that could be drawn stands until the next is
  const picture = shown && (shown.key === key || props.exercise) ? shown.picture : null;
  return (
    <span ref={box} className="picture" style={{ width, height }} aria-hidden>
      {picture && (
        <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height}>
          <Shapes shapes={picture.shapes} chosen={head} colour={lengthColour(picture.place)} unit={picture.unit} />
        </svg>
      )}
    </span>
  );
}
