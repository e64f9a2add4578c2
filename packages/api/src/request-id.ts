import Joi from 'joi';

const form = /^\{?([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})\}?$/i;

/** A UUID (RFC 9562), however it is written: capitals and braces are the same id. One request, however often it is sent. */
export const requestId = Joi.string()
  .max(38)
  .custom((value: string) => {
    const found = form.exec(value);
    if (!found) throw new Error('it is no UUID');
    return found[1]!.toLowerCase();
  });
