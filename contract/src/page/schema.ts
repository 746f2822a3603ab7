import Joi from 'joi';
import { id, instant } from '../records/record';
import { type PageBlock, PAGE_KINDS, type PageDocument } from './document';

const words = (most: number) => Joi.string().max(most).allow('');
const line = () => Joi.string().min(1).max(200);
const money = () => Joi.number().min(0).max(1e8);
const currency = () => Joi.string().pattern(/^[A-Z]{3}$/, 'three capital letters');
const is = <B extends PageBlock['is']>(name: B, fields: Joi.PartialSchemaMap) =>
  Joi.object({ is: Joi.valid(name).required(), ...fields });

const block = Joi.alternatives()
  .match('one')
  .try(
    is('text', { label: line(), text: words(3000).required(), strong: words(400) }),
    is('cylinders', {
      cylinders: Joi.array()
        .items({
          id: Joi.string().min(1).max(12).required(),
          x: Joi.number().required(),
          y: Joi.number().required(),
          mark: Joi.valid('good', 'watch', 'bad', 'open').required(),
          figure: words(20).required(),
        })
        .max(24)
        .required(),
    }),
    is('table', {
      label: line().required(),
      head: Joi.array().items(words(80)).max(26).required(),
      rows: Joi.array()
        .items(Joi.array().items(words(200)).max(26))
        .max(60)
        .required(),
    }),
    is('ways', {
      label: line().required(),
      currency: currency(),
      ways: Joi.array()
        .items({
          name: line().required(),
          as: Joi.valid('advised', 'cheaper', 'more'),
          text: words(600).required(),
          likely: money().required(),
          low: money(),
          high: money(),
        })
        .max(5)
        .required(),
    }),
    is('bars', {
      label: line().required(),
      currency: currency(),
      bars: Joi.array()
        .items({
          name: line().required(),
          low: money().required(),
          likely: money().required(),
          high: money().required(),
          chance: Joi.number().min(0).max(1).required(),
          best: Joi.boolean(),
          asItIs: Joi.boolean(),
        })
        .max(20)
        .required(),
      worth: money(),
    }),
    is('list', { label: line().required(), items: Joi.array().items(words(400)).max(40).required() }),
    is('photos', {
      label: line().required(),
      photos: Joi.array()
        .items({ id: id().required(), caption: words(200).required() })
        .max(8)
        .required(),
    }),
    is('small', { text: words(2000).required() }),
  );

export const pageDocumentSchema = Joi.object<PageDocument>({
  kind: Joi.valid(...PAGE_KINDS).required(),
  lang: Joi.valid('en').required(),
  title: line().required(),
  lead: Joi.string().trim().min(1).max(600).required(),
  about: words(400),
  shop: line().required(),
  reach: line(),
  madeAt: instant().required(),
  day: line().required(),
  job: words(40),
  blocks: Joi.array().items(block).max(30).required(),
  asks: Joi.object({ option: line().required(), stopAt: money(), currency: currency() }),
});
