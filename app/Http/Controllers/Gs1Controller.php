<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Http\Requests\Gs1ElementRequest;
use App\Http\Requests\Gs1Request;
use App\Support\Current;
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
    public function convert(Gs1Request $request): JsonResponse
    {
        $domain = $request->string('domain')->toString();
        try {
            return new JsonResponse(Gs1Facts::of($request->string('text')->toString(), $domain === '' ? Current::workspace($request)->payloadContext()->gs1Domain : $domain));
        } catch (InvalidElements $e) {
            return Problems::invalid(['domain' => [$e->getMessage()]], $request);
        }
    }

    /** The element that a value as people write it stands for. */
    public function read(Gs1ElementRequest $request): JsonResponse
    {
        $read = ElementInput::read($request->string('ai')->toString(), $request->string('value')->toString());

        return new JsonResponse(['ai' => $read['element']->ai, 'value' => $read['element']->value, 'note' => $read['note'], 'problem' => $read['problem']]);
    }

    public function identifiers(Request $request): JsonResponse
    {
        $found = AiTable::search(mb_substr(is_string($request->query('q')) ? $request->query('q') : '', 0, 100));

        return new JsonResponse(['data' => array_map(self::identifier(...), $found), 'next_cursor' => null]);
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
