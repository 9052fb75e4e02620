<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Proof;
use App\Proofs\ProofEvents;
use App\Proofs\ProofSheet;
use App\Support\FileName;
use Illuminate\Http\Response;
use KeenGlyph\Core\Image\PictureFormat;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** A proof as things other than JSON: the drawing that it is about, a sheet to give away, and its cells as they come. */
final class ProofFileController
{
    public function image(Proof $proof): Response
    {
        $response = PictureResponse::of($proof->composition(), PictureFormat::Svg);
        $response->headers->set('Cache-Control', 'private, max-age=600');

        return $response;
    }

    public function sheet(Proof $proof, string $format, ProofSheet $sheet): Response
    {
        $isPdf = $format === 'pdf';
        $name = preg_replace('/\.svg$/D', ", proof.$format", FileName::of($proof->composition(), PictureFormat::Svg)) ?? "proof.$format";

        return new Response($isPdf ? $sheet->pdf($proof) : $sheet->html($proof), 200, [
            'Content-Type' => $isPdf ? 'application/pdf' : 'text/html; charset=utf-8', 'Content-Disposition' => HeaderUtils::makeDisposition('inline', $name), 'Cache-Control' => 'private, no-cache',
        ]);
    }

    public function events(Proof $proof, ProofEvents $events): StreamedResponse
    {
        return new StreamedResponse(static fn () => $events->send($proof), 200, [
            'Content-Type' => 'text/event-stream', 'Cache-Control' => 'no-store', 'X-Accel-Buffering' => 'no',
        ]);
    }
}
