import { INSIDE, type Inside } from '@rugged/core';
import Joi from 'joi';
import { PLUG_LOOKS, type PlugLook } from '../bench/plug-looks';
import { amends, id, instant } from './record';

export const NOTE_ABOUT = ['plug', 'gauge', 'bore', 'part', 'other'] as const;
export type NoteAbout = (typeof NOTE_ABOUT)[number];

/** A note on a job or on one cylinder: words, a photograph, how the plug looks. Only added; a withdrawal supersedes. */
export interface Note {
  id: string;
  jobId: string;
  cylinder?: string;
  about: NoteAbout;
  /** Which part of the opened engine it lies on. */
  part?: Inside;
  text?: string;
  plug?: PlugLook;
  photoId?: string;
  supersedes?: string;
  withdrawn?: boolean;
  madeAt: string;
  by?: string;
}
export type NewNote = Omit<Note, 'by'>;

export const newNoteSchema = Joi.object<NewNote>({
  id: id().required(),
  jobId: id().required(),
  cylinder: Joi.string().min(1).max(12),
  about: Joi.string()
    .valid(...NOTE_ABOUT)
    .required(),
  part: Joi.string().valid(...INSIDE),
  text: Joi.string().trim().min(1).max(2000),
  plug: Joi.string().valid(...PLUG_LOOKS),
  photoId: id(),
  supersedes: id(),
  withdrawn: Joi.boolean(),
  madeAt: instant().required(),
})
  .or('text', 'plug', 'photoId', 'withdrawn')
  .with('withdrawn', 'supersedes');

export const PHOTO_MIMES = ['image/jpeg', 'image/webp', 'image/png'] as const;
/** A photograph already shrunk. `data` is base64. */
export interface NewPhoto {
  id: string;
  jobId: string;
  mime: (typeof PHOTO_MIMES)[number];
  data: string;
  madeAt: string;
  /** Why it was added to a job that was closed. */
  amends?: string;
}
/** Bytes of base64: about 700 kB of picture. */
const LARGEST_PHOTO = 950_000;

export const newPhotoSchema = Joi.object<NewPhoto>({
  id: id().required(),
  jobId: id().required(),
  mime: Joi.string()
    .valid(...PHOTO_MIMES)
    .required(),
  data: Joi.string().base64().min(40).max(LARGEST_PHOTO).required(),
  madeAt: instant().required(),
  amends: amends(),
});
