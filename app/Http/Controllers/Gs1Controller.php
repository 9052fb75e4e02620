<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Support\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use KeenGlyph\Core\Gs1\AiTable;
use KeenGlyph\Core\Gs1\ApplicationIdentifier;
use KeenGlyph\Core\Gs1\ElementInput;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Gs1\Measure;
use KeenGlyph\Core\Report\Gs1Facts;

/** GS1 elements in all their forms, and the identifiers there are. */
final class Gs1Controller
{
    public function convert(Request $request): JsonResponse
    {
        $given = $request->validate(
            ['text' => ['required', 'string', 'max:7089'], 'domain' => ['nullable', 'string', 'max:300']],
            ['text.required' => 'Give elements such as (01)09520123456788, or a Digital Link.'],
        );
        try {
            return new JsonResponse(Gs1Facts::of($given['text'], $given['domain'] ?? CurrentUser::of($request)->workspace->payloadContext()->gs1Domain));
        } catch (InvalidElements $e) {
            return Problems::invalid(['domain' => [$e->getMessage()]]);
        }
    }

    /** The element that a value as people write it stands for. */
    public function read(Request $request): JsonResponse
    {
        $given = $request->validate(['ai' => ['required', 'string', 'regex:/^(\d{2,4}|3\d\dn)$/D'], 'value' => ['required', 'string', 'max:120']], ['ai.regex' => 'An identifier has two to four digits; n stands for the decimal places.']);
        $read = ElementInput::read($given['ai'], $given['value']);

        return new JsonResponse(['ai' => $read['element']->ai, 'value' => $read['element']->value, 'note' => $read['note'], 'problem' => $read['problem']]);
    }

    public function identifiers(Request $request): JsonResponse
    {
        $found = AiTable::search($request->string('q')->limit(100, '')->toString());

        return new JsonResponse(['data' => array_map(self::identifier(...), $found)]);
    }

    /** @return array<string, mixed> */
    private static function identifier(ApplicationIdentifier $identifier): array
    {
        $unit = Measure::unit($identifier);

        return [
            'ai' => $identifier->family,
            'title' => $identifier->title,
            'format' => $identifier->words(),
            'max_length' => $identifier->maxLength(),
            'is_date' => $identifier->isDate(),
            'unit' => $unit,
            'words' => AiTable::words($identifier->family),
            'is_key' => isset(AiTable::KEYS[$identifier->ai]),
        ];
    }
}
