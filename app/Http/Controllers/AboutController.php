<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\ApplyFinishRequest;
use App\Http\Requests\GateEntriesRequest;
use App\Http\Requests\ReadRequest;
use App\Http\Requests\ShelveRequest;
use Illuminate\Http\JsonResponse;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Gradient;
use KeenGlyph\Core\Run\Table;

/** What this installation is, before anyone signs in. */
final class AboutController
{
    public function __invoke(): JsonResponse
    {
        return new JsonResponse([
            'name' => 'Keen Glyph',
            'version' => config('keen.version'),
            'demo' => config('keen.demo'),
            'standins' => config('keen.standins'),
            'elements' => self::elements(),
            // What the pages keep to before they ask, so that no number stands in two places.
            'limits' => [
                'read_bytes' => config('keen.read.bytes'),
                'read_pixels' => config('keen.read.pixels'),
                'check_texts' => ReadRequest::EXPECTED,
                'shelve_glyphs' => ShelveRequest::MAX_GLYPHS,
                'apply_glyphs' => ApplyFinishRequest::MAX_GLYPHS,
                'gate_entries' => GateEntriesRequest::MAX_LIMIT,
                'mark_bytes' => FinishFile::MAX_PICTURE,
                'gradient_stops' => Gradient::MAX_STOPS,
                'run_rows' => Table::MOST,
                'devices' => count(Devices::all()),
            ],
        ]);
    }

    /**
     * Where the file with the elements is that never changes, and what its bytes are known by.
     *
     * @return ?array{pinned: string, integrity: string}
     */
    private static function elements(): ?array
    {
        $file = public_path('embed/manifest.json');
        $manifest = is_file($file) ? json_decode((string) file_get_contents($file), true) : null;

        return is_array($manifest) && is_string($manifest['pinned'] ?? null) && is_string($manifest['integrity'] ?? null)
            ? ['pinned' => $manifest['pinned'], 'integrity' => $manifest['integrity']]
            : null;
    }
}
