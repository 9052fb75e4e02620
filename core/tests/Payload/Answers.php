<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Tests\Payload;

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Problem;

/** Recorded questions, a text or the fields of a kind each, and what was answered. */
final class Answers
{
    public const FILE = __DIR__.'/../fixtures/payload/answers.jsonl';

    /** @return iterable<array{array<string, mixed>, mixed}> what was asked, and the answer */
    public static function recorded(): iterable
    {
        foreach (file(self::FILE) ?: [] as $line) {
            $one = json_decode($line, true, 32, JSON_THROW_ON_ERROR);
            yield [$one['asked'], $one['answer']];
        }
    }

    /**
     * @param  array<string, mixed>  $asked  a text, and the kind that it is to be read as, or a kind and its fields
     * @return array<string, mixed>
     */
    public static function to(array $asked): array
    {
        $isText = isset($asked['text']);
        $payload = $isText
            ? Payloads::parse($asked['text'], isset($asked['as']) ? Kind::from($asked['as']) : null)
            : Payloads::build(Kind::from($asked['kind']), $asked['fields']);
        $answer = $isText ? ['kind' => $payload->kind->value, 'fields' => $payload->fields] : ['text' => $payload->text, 'fields' => $payload->fields === $asked['fields'] ? null : $payload->fields];
        $answer['problems'] = array_map(static fn (Problem $problem): array => self::problem($payload, $problem), $payload->problems);

        // As it comes back from the file.
        return json_decode(json_encode(array_filter($answer, static fn (mixed $part): bool => $part !== null && $part !== []), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), true, 32, JSON_THROW_ON_ERROR);
    }

    /** @return array<string, mixed> */
    private static function problem(Payload $payload, Problem $problem): array
    {
        $told = array_filter($problem->toArray(), static fn (mixed $part): bool => $part !== null);
        unset($told['fix']);

        return $told + ($problem->refused ? ['refused' => true] : []) + ($problem->fixLabel === null ? [] : ['fix' => $problem->fixLabel, 'mended' => self::change($payload->text, $payload->repaired($problem))]);
    }

    /** @return ?array{int, string, string} where a text changes, from what, to what; the moment of asking, which a new event is stamped with, is left out */
    private static function change(string $from, ?string $to): ?array
    {
        if ($to === null) {
            return null;
        }
        $before = strspn($from ^ $to, "\0");
        $most = min(strlen($from), strlen($to)) - $before;
        $after = strspn(strrev(substr($from, strlen($from) - $most)) ^ strrev(substr($to, strlen($to) - $most)), "\0");

        return [$before, substr($from, $before, strlen($from) - $before - $after), (string) preg_replace('/^DTSTAMP:\K\d{8}T\d{6}Z/', '(now)', substr($to, $before, strlen($to) - $before - $after))];
    }
}
