<?php

declare(strict_types=1);

namespace App\Http\Problems;

/** The sorts of problems that the API answers with; each has a stable address with a page of its own. */
enum ProblemType: string
{
    case Malformed = 'malformed';
    case SignInNeeded = 'sign-in-needed';
    case NotAllowed = 'not-allowed';
    case NotFound = 'not-found';
    case MethodNotAllowed = 'method-not-allowed';
    case NotAcceptable = 'not-acceptable';
    case Conflict = 'conflict';
    case Changed = 'changed';
    case TooLarge = 'too-large';
    case UnsupportedMediaType = 'unsupported-media-type';
    case PageExpired = 'page-expired';
    case Invalid = 'invalid';
    case TooManyRequests = 'too-many-requests';
    case Failed = 'failed';
    case Busy = 'busy';
    case StorageFull = 'storage-full';

    public static function ofStatus(int $status): self
    {
        foreach (self::cases() as $type) {
            if ($type->status() === $status) {
                return $type;
            }
        }

        return $status >= 500 ? self::Failed : self::Malformed;
    }

    public function uri(): string
    {
        return "/problems/{$this->value}";
    }

    public function status(): int
    {
        return match ($this) {
            self::Malformed => 400,
            self::SignInNeeded => 401,
            self::NotAllowed => 403,
            self::NotFound => 404,
            self::MethodNotAllowed => 405,
            self::NotAcceptable => 406,
            self::Conflict => 409,
            self::Changed => 412,
            self::TooLarge => 413,
            self::UnsupportedMediaType => 415,
            self::PageExpired => 419,
            self::Invalid => 422,
            self::TooManyRequests => 429,
            self::Failed => 500,
            self::Busy => 503,
            self::StorageFull => 507,
        };
    }

    public function title(): string
    {
        return match ($this) {
            self::Malformed => 'The request is malformed',
            self::SignInNeeded => 'Not signed in',
            self::NotAllowed => 'Not allowed',
            self::NotFound => 'Not found',
            self::MethodNotAllowed => 'Method not allowed',
            self::NotAcceptable => 'No such format here',
            self::Conflict => 'Conflict',
            self::Changed => 'Changed by someone else',
            self::TooLarge => 'Too large',
            self::UnsupportedMediaType => 'Unsupported media type',
            self::PageExpired => 'The page has expired',
            self::Invalid => 'Some of it cannot be taken',
            self::TooManyRequests => 'Too many requests',
            self::Failed => 'Something went wrong',
            self::Busy => 'Not available now',
            self::StorageFull => 'No room left',
        };
    }

    /** What it means, for people. */
    public function meaning(): string
    {
        return match ($this) {
            self::Malformed => 'The request could not be read at all: its JSON does not parse, its text is not UTF-8, or a header has a form that it cannot have.',
            self::SignInNeeded => 'There was neither a session nor a valid key with the request, or the key has expired or was revoked.',
            self::NotAllowed => 'The key is valid and does not have the ability that this route needs. The detail names it.',
            self::NotFound => 'Nothing of that name is in this workspace. What belongs to another workspace is answered the same way as what does not exist.',
            self::MethodNotAllowed => 'The address exists and does not take this method. The header Allow names those that it takes.',
            self::NotAcceptable => 'The Accept header names no format that this address answers in.',
            self::Conflict => 'The request contradicts another one: an Idempotency-Key was used for something else, or its first request is still being carried out.',
            self::Changed => 'The object was changed since the revision that If-Match names.',
            self::TooLarge => 'The body or a file in it is larger than is taken here.',
            self::UnsupportedMediaType => 'The Content-Type of the body is none that this address takes.',
            self::PageExpired => 'The session ended or its token no longer fits.',
            self::Invalid => 'The request was understood, and part of it breaks a rule. Each entry of “errors” has a pointer into the body that was sent, a stable code and a detail in words.',
            self::TooManyRequests => 'More requests came in a short time than this key, account or address may send.',
            self::Failed => 'The fault is on this side and has been noted.',
            self::Busy => 'The server is at its limit, or its database is not answering. Nothing was done.',
            self::StorageFull => 'The disk for temporary files is full. Nothing was done.',
        };
    }

    /** What to do about it. */
    public function remedy(): string
    {
        return match ($this) {
            self::Malformed => 'Check the body with a JSON parser and send it as UTF-8.',
            self::SignInNeeded => 'Send “Authorization: Bearer …” with a key made by bin/artisan keys:make, or sign in.',
            self::NotAllowed => 'Use a key that has the ability, or make one with --ability.',
            self::NotFound => 'Check the identifier and whose key it is.',
            self::MethodNotAllowed => 'Use a method that the header Allow names.',
            self::NotAcceptable => 'Name a format from the API’s description in Accept, or leave the header out.',
            self::Conflict => 'Use a new Idempotency-Key for a new request; repeat the same request after a moment.',
            self::Changed => 'Load the object again, look at what changed, and send your change with the new ETag.',
            self::TooLarge => 'Send less at once: a smaller picture, or several requests.',
            self::UnsupportedMediaType => 'Send application/json, or a form where files are taken.',
            self::PageExpired => 'Load the page again and repeat what you did.',
            self::Invalid => 'Correct what the entries point at. An error in a text can still be drawn, for a test, with “as_is”: true.',
            self::TooManyRequests => 'Wait as many seconds as Retry-After says.',
            self::Failed => 'Try again; if it comes again, tell whoever runs this installation the time it happened.',
            self::Busy => 'Wait as many seconds as Retry-After says and send the same request again, with the same Idempotency-Key where there is one.',
            self::StorageFull => 'Whoever runs this installation has to free room under var/.',
        };
    }
}
