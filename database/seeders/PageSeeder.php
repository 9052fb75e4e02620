<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\SaveGate;
use App\Models\Membership;
use App\Pages\SavePage;
use App\Pages\StoreFile;
use Illuminate\Http\UploadedFile;
use KeenGlyph\Core\Page\Page as Content;
use KeenGlyph\Core\Page\PageKind;
use KeenGlyph\Core\Render\PngFile;

/** Pages that the cooperative would have: its swarm warden's card, a jar, an open day and a coupon. */
final class PageSeeder
{
    private const STYLE = ['ground' => '#FFFAEC', 'ink' => '#2B1A0E', 'accent' => '#7A3E00', 'face' => 'plain', 'corners' => 'square'];

    public function run(Membership $member): void
    {
        $save = app(SavePage::class);
        $comb = $this->comb($member);
        $save->keepStyle($member->workspace, 'Comb and cream', Content::of(['style' => self::STYLE])->style->toArray());
        $pages = [
            ['Ines Calder', PageKind::Contact, 'INES', [
                ['id' => 'p1', 'part' => 'head', 'title' => 'Ines Calder', 'line' => 'Call at any hour from May to July', 'picture' => $comb, 'alt' => 'Cells of a comb'],
                ['id' => 'p2', 'part' => 'contact', 'fields' => ['given_name' => 'Ines', 'family_name' => 'Calder', 'title' => 'Swarm warden', 'organisation' => 'Fennmoor Beekeepers’ Cooperative', 'phones' => [['type' => 'cell', 'number' => '+447700900123']], 'emails' => [['address' => 'ines@fennmoor.example']]]],
                ['id' => 'p3', 'part' => 'links', 'look' => 'list', 'links' => [['label' => 'Report a swarm', 'note' => 'at any hour from May to July', 'href' => 'https://fennmoor.example/swarm'], ['label' => 'Next extraction day', 'note' => 'Sat 12 Sep, 09:00', 'href' => 'https://fennmoor.example/extraction']]],
                ['id' => 'p4', 'part' => 'form', 'label' => 'Where did you see the swarm?', 'answer' => 'text', 'button' => 'Tell Ines', 'thanks' => 'Thank you. She calls back within the hour.'],
                ['id' => 'p5', 'part' => 'words', 'text' => "## What a swarm is\nBees that look for a home. They are calm: keep your distance and call."],
            ], ['cy' => ['p1' => ['line' => 'Ffoniwch unrhyw bryd o fis Mai i fis Gorffennaf'], 'p3' => ['links.0.label' => 'Rhoi gwybod am haid'], 'p4' => ['label' => 'Ble welsoch chi’r haid?', 'button' => 'Dweud wrth Ines']]]],
            ['Heather honey 340 g', PageKind::Product, 'HEATHER', [
                ['id' => 'p1', 'part' => 'head', 'title' => 'Heather honey', 'line' => 'From the moor above Fenn, 340 g'],
                ['id' => 'p2', 'part' => 'product', 'title' => 'On this jar', 'gs1' => 'https://id.fennmoor.example/01/09520123456788/10/H26-07?15=270930&3103=000340'],
                ['id' => 'p3', 'part' => 'links', 'look' => 'buttons', 'links' => [['label' => 'Recipes with heather honey', 'href' => 'https://fennmoor.example/recipes/heather']]],
            ], []],
            ['Extraction day', PageKind::Event, 'COMB-DAY', [
                ['id' => 'p1', 'part' => 'head', 'title' => 'Extraction day', 'line' => 'Bring your supers, take your honey home'],
                ['id' => 'p2', 'part' => 'event', 'fields' => ['title' => 'Extraction day', 'start' => '2027-09-11T09:00', 'end' => '2027-09-11T16:00', 'time_zone' => 'Europe/London', 'location' => 'The barn at Fenn End']],
                ['id' => 'p3', 'part' => 'map', 'label' => 'The barn at Fenn End, by the old mill', 'latitude' => 54.10, 'longitude' => -2.05],
            ], []],
        ];
        $gate = (new SaveGate)->create($member->workspace, 'Market stall', "code,name\nHONEY-10,Autumn market", null, 50);
        // Older than the one that somebody sees first.
        $gate->forceFill(['created_at' => now()->subDay()])->save();
        $pages[] = ['Ten off a jar', PageKind::Coupon, 'TEN-OFF', [
            ['id' => 'p1', 'part' => 'head', 'title' => 'Ten off a jar', 'line' => 'At our stall, all through October'],
            ['id' => 'p2', 'part' => 'coupon', 'title' => '10 % off one jar', 'gate' => $gate->id, 'code' => 'HONEY-10', 'terms' => 'One jar a customer, while stocks last.'],
            ['id' => 'p3', 'part' => 'hours', 'title' => 'Our stall', 'zone' => 'Europe/London', 'hours' => [['days' => ['wed', 'sat'], 'from' => '08:00', 'to' => '14:00']]],
        ], []];
        foreach (array_reverse($pages) as [$name, $kind, $code, $parts, $words]) {
            $page = $save->create($member, $kind, $name, 'en', $code, Content::of(['style' => self::STYLE, 'parts' => $parts, 'words' => $words]));
            $code === 'TEN-OFF' || $save->publish($page, $member);
        }
    }

    /** A picture of comb cells, drawn here so that it is nobody else's. */
    private function comb(Membership $member): string
    {
        $side = 360;
        $pixels = '';
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                // Distance to the nearest of two lattices of centres.
                $near = 1e9;
                foreach ([[0.0, 0.0], [60.0, 52.0 * 2 / 3 * 1.5]] as [$dx, $dy]) {
                    $cx = $dx + 120 * round(($x - $dx) / 120);
                    $cy = $dy + 104 * round(($y - $dy) / 104);
                    $near = min($near, hypot($x - $cx, $y - $cy));
                }
                $light = (int) max(60, min(245, 250 - 3 * max(0.0, $near - 34)));
                $pixels .= chr($light).chr((int) ($light * 0.72)).chr((int) ($light * 0.28));
            }
        }
        $file = (string) tempnam(sys_get_temp_dir(), 'comb');
        file_put_contents($file, PngFile::write($side, $side, 8, 2, str_split($pixels, 3 * $side), [], 96.0, 6));
        try {
            return app(StoreFile::class)->store($member, new UploadedFile($file, 'comb.png', 'image/png', test: true), null)->id;
        } finally {
            unlink($file);
        }
    }
}
