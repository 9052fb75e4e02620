<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Checks\DeviceTable;
use App\Http\Resources\ProofResource;
use App\Models\FieldResult;
use App\Models\Proof;
use Dompdf\Dompdf;
use Dompdf\Options;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\View;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Proof\ProofCell;
use KeenGlyph\Core\Proof\ProofResult;
use KeenGlyph\Core\Report\SampleFacts;

/** What a printer or a client is given: pictures, margins, grade, what must hold, field checks, revision and hash. */
final readonly class ProofSheet
{
    /** Weakest cells that are shown as pictures. */
    private const SHOWN = 4;

    /** Field checks' results that are counted. */
    private const RESULTS = 2000;

    public function __construct(private SheetFigures $figures)
    {
    }

    public function html(Proof $proof): string
    {
        $composition = $proof->composition();
        $plan = KeptPlan::of($proof);
        $cells = KeptPlan::cells($proof, $plan);
        $facts = ProofResource::of($proof);
        $checks = FieldResult::query()->whereNotNull('sent_at')
            ->whereIn('field_check_id', static fn ($query) => $query->select('id')->from('field_checks')->where('glyph_id', $proof->glyph_id)->where('glyph_revision', $proof->glyph_revision))
            ->select(['id', 'field_check_id', 'device', 'outcome', 'by_hand', 'ms', 'sent_at'])->orderByDesc('sent_at')->limit(self::RESULTS)->get();

        // A JPEG has no transparent pixels, for which the writer of PDF files would need another decoder.
        return View::make('proof-sheet', [
            'proof' => $proof, 'facts' => $facts, 'plan' => $plan, 'figures' => $this->figures, 'workspace' => $proof->workspace->name,
            'rows' => $this->rows(new ProofResult($plan, $cells, null)), 'pictures' => $this->pictures($proof, $cells),
            'drawing' => 'data:image/jpeg;base64,'.base64_encode($composition->picture(PictureFormat::Jpg)), 'text' => mb_scrub($composition->symbol->text, 'UTF-8'),
            'hash' => hash('sha256', $composition->picture(PictureFormat::Svg)), 'devices' => $checks->isEmpty() ? [] : DeviceTable::of($checks),
        ])->render();
    }

    public function pdf(Proof $proof): string
    {
        $folder = Config::string('view.compiled');
        // It loads nothing from anywhere, and the pictures stand in the page itself.
        $pdf = new Dompdf(new Options(['isRemoteEnabled' => false, 'isPhpEnabled' => false, 'defaultFont' => 'DejaVu Sans', 'chroot' => [$folder], 'tempDir' => $folder, 'fontCache' => $folder]));
        $pdf->loadHtml($this->html($proof), 'UTF-8');
        $pdf->setPaper('A4');
        $pdf->render();

        return (string) $pdf->output();
    }

    /** @return array<string, list<?ProofCell>> cells by device, in the order of the conditions */
    private function rows(ProofResult $result): array
    {
        $rows = [];
        foreach ($result->plan->devices as $device) {
            foreach ($result->plan->conditions as $condition) {
                $rows[$device->label][] = array_values(array_filter($result->cells, static fn (ProofCell $cell): bool => $cell->device->id === $device->id && $cell->condition === $condition))[0] ?? null;
            }
        }

        return $rows;
    }

    /**
     * The weakest cell of each of some conditions, as its device sees it where it fails.
     *
     * @param  list<ProofCell>  $cells
     * @return list<array{cell: ProofCell, picture: string, read: bool}>
     */
    private function pictures(Proof $proof, array $cells): array
    {
        usort($cells, static fn (ProofCell $a, ProofCell $b): int => $a->ratio() <=> $b->ratio());
        $composition = $proof->composition();
        $bench = KeptPlan::bench($proof, $composition);
        $shown = [];
        foreach ($cells as $cell) {
            if ($cell->reason !== null || isset($shown[$cell->condition->value]) || count($shown) === self::SHOWN) {
                continue;
            }
            $facts = SampleFacts::of($bench->sample($cell->device, $cell->condition, $cell->margin ?? $cell->need));
            $read = is_array($facts['read']) && $facts['read'][$cell->device->decoder->value] === true;
            $shown[$cell->condition->value] = ['cell' => $cell, 'picture' => is_string($facts['picture']) ? $facts['picture'] : '', 'read' => $read];
        }

        return array_values($shown);
    }
}
