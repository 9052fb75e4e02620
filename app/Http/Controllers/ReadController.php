<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ReadPicture;
use App\Events\DomainEvent;
use App\Events\Fact;
use App\Http\Problems\Problems;
use App\Http\Requests\ReadCheckRequest;
use App\Http\Requests\ReadRequest;
use App\Support\Current;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Image\InvalidPicture;

/** Pictures in; the symbols in them out. No picture is kept. */
final class ReadController
{
    /** Pictures of one request. */
    private const MAX_PICTURES = 20;

    public function __invoke(ReadRequest $request, ReadPicture $reader): JsonResponse
    {
        $pictures = self::pictures($request);
        if ($pictures instanceof JsonResponse) {
            return $pictures;
        }
        $results = [];
        $refused = [];
        $options = $request->options();
        // All pictures share one budget: what is left is spread over those that are left.
        $deadline = hrtime(true) / 1e6 + max($options->budgetMs, Config::integer('keen.read.ms'));
        $left = count($pictures);
        foreach ($pictures as $field => [$name, $bytes]) {
            $share = 2 * ($deadline - hrtime(true) / 1e6) / $left--;
            try {
                $results[] = ['file' => $name === null ? null : mb_scrub($name, 'UTF-8'), ...$reader->read($bytes, $options->within(min($options->budgetMs, $share)))];
            } catch (InvalidPicture $e) {
                $refused[$field] = [$e->getMessage()];
            }
        }
        if ($refused !== []) {
            return Problems::invalid($refused, $request);
        }
        $expected = $request->expected();
        /** @var list<list<string>> $texts */
        $texts = array_map(static fn (array $result): array => array_column($result['symbols'], 'text'), $results);

        return new JsonResponse(['pictures' => $results, 'check' => $expected === null ? null : $reader->check($texts, $expected)]);
    }

    /** The comparison alone, for texts that have been read already. */
    public function check(ReadCheckRequest $request, ReadPicture $reader): JsonResponse
    {
        $found = $reader->check($request->read(), $request->expected());
        if ($request->expected() !== [] && $found['missing'] === 0) {
            DomainEvent::tell(Fact::CheckFinished, Current::workspace($request)->id, [], ['expected' => count($request->expected()), ...array_filter($found, is_int(...))]);
        }

        return new JsonResponse($found);
    }

    /** @return array<string, array{?string, string}>|JsonResponse file name and bytes by field */
    private static function pictures(ReadRequest $request): array|JsonResponse
    {
        $type = (string) $request->headers->get('Content-Type');
        if (str_starts_with($type, 'image/')) {
            $bytes = $request->getContent();

            return strlen($bytes) > Config::integer('keen.read.bytes') ? self::tooLarge() : ['picture' => [null, $bytes]];
        }
        $files = ['picture' => $request->file('picture')];
        $given = $request->file('pictures');
        foreach (is_array($given) ? $given : [$given] as $i => $file) {
            $files["pictures.$i"] = $file;
        }
        $files = array_filter($files, static fn (mixed $file): bool => $file instanceof UploadedFile);
        if ($files === []) {
            return Problems::invalid(['picture' => ['Send PNG, JPEG or WebP files in the field “picture” or “pictures[]”, or one as the body with its image type.']], $request);
        }
        if (count($files) > self::MAX_PICTURES) {
            return Problems::invalid(['pictures' => ['Send at most '.self::MAX_PICTURES.' pictures at once.']], $request);
        }
        $pictures = [];
        foreach ($files as $field => $file) {
            if (in_array($file->getError(), [UPLOAD_ERR_NO_TMP_DIR, UPLOAD_ERR_CANT_WRITE], true)) {
                return Problems::response(507, 'There is no room for the picture on this machine. Try again later.');
            }
            if (in_array($file->getError(), [UPLOAD_ERR_INI_SIZE, UPLOAD_ERR_FORM_SIZE], true) || $file->getSize() > Config::integer('keen.read.bytes')) {
                return self::tooLarge();
            }
            $pictures[$field] = [$file->getClientOriginalName(), $file->isValid() ? $file->getContent() : ''];
        }

        return $pictures;
    }

    private static function tooLarge(): JsonResponse
    {
        return Problems::response(413, 'The file is larger than 10 MB, the most that is read.');
    }
}
