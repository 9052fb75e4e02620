<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Checks\CheckCode;
use App\Checks\LookAtPrint;
use App\Checks\RecordResult;
use App\Http\Problems\Problems;
use App\Http\Requests\FieldDeviceRequest;
use App\Http\Requests\FieldPictureRequest;
use App\Http\Requests\FieldResultRequest;
use App\Http\Resources\FieldCheckResource;
use App\Models\FieldCheck;
use App\Models\FieldResult;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Str;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureFormat;

/** A check's page for those who are asked: no account, no session; the code in the address is all that they have. */
final class TesterController
{
    /** Names of devices that are suggested. */
    private const SUGGESTED = 8;

    public function show(string $code): JsonResponse
    {
        $check = self::check($code);
        if (! $check instanceof FieldCheck) {
            return $check;
        }
        /** @var list<string> $devices */
        $devices = $check->results()->whereNotNull('sent_at')->selectRaw('device, max(sent_at) AS last')->groupBy('device')->orderByDesc('last')->limit(self::SUGGESTED)->pluck('device')->all();

        return new JsonResponse([
            'code' => $check->code, 'asks' => $check->asks, 'name' => $check->glyph->name, 'workspace' => $check->workspace->name, 'expires_at' => $check->expires_at->toIso8601ZuluString(),
            'picture' => 'data:image/svg+xml;base64,'.base64_encode($check->glyph->composition()->picture(PictureFormat::Svg)), 'devices' => $devices, 'results' => $check->results()->whereNotNull('sent_at')->count(),
        ], 200, ['Cache-Control' => 'no-store']);
    }

    /** Reads a photograph, or a frame of a live view; of the latter only what was read is kept. */
    public function picture(FieldPictureRequest $request, string $code, LookAtPrint $look, RecordResult $record): JsonResponse
    {
        $check = self::check($code);
        if (! $check instanceof FieldCheck) {
            return $check;
        }
        $file = $request->file('picture');
        if (! $file instanceof UploadedFile || ! $file->isValid()) {
            return Problems::invalid(['picture' => ['Take or choose a PNG, JPEG or WebP picture.']], $request);
        }
        if ($file->getSize() > Config::integer('keen.read.bytes')) {
            return Problems::response(413, 'The picture is larger than 10 MB, the most that is read.');
        }
        try {
            $found = $look->look($file->getContent(), $check->text, $request->isLive());
        } catch (InvalidPicture $e) {
            return Problems::invalid(['picture' => [$e->getMessage()]], $request);
        }
        $found['ms'] = $request->waited($found['ms']);
        $result = $request->isLive() && $found['outcome'] === 'unread' ? null : $record->ofPicture($check, $found, $request->integer('tries', 1));

        return new JsonResponse(['result' => $result?->id, ...array_diff_key($found, ['cut_out' => 1])], 200, ['Cache-Control' => 'no-store']);
    }

    /** What it was read with; only whoever read it knows the result's name. */
    public function send(FieldDeviceRequest $request, string $code, string $result, RecordResult $record): JsonResponse
    {
        $check = self::check($code);
        if (! $check instanceof FieldCheck) {
            return $check;
        }
        $own = Str::isUuid($result) ? $check->results()->whereKey($result)->first() : null;
        if (! $own instanceof FieldResult) {
            return Problems::response(404, 'This reading is no longer kept. Read the label once more.');
        }
        $record->send($own, $check, $request->device());

        return new JsonResponse(FieldCheckResource::result($own->refresh()));
    }

    public function log(FieldResultRequest $request, string $code, RecordResult $record): JsonResponse
    {
        $check = self::check($code);

        return $check instanceof FieldCheck ? new JsonResponse(FieldCheckResource::result($record->byHand($check, $request->device(), $request->string('outcome')->toString())), 201) : $check;
    }

    private static function check(string $code): FieldCheck|JsonResponse
    {
        $given = CheckCode::given($code);
        $check = $given === null ? null : FieldCheck::query()->with(['glyph', 'workspace'])->where('code', $given)->first();

        return match (true) {
            $check === null => Problems::response(404, 'There is no check by that name. Look whether the address is whole.'),
            ! $check->isOpen() => Problems::response(410, 'This check has ended. Ask whoever sent you its address for a new one.'),
            default => $check,
        };
    }
}
