<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\SaveGlyph;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Database\Seeder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Starters;

/** Demo data: what a developer at the Fennmoor Beekeepers' Cooperative would have, made by the application's own actions. */
final class DatabaseSeeder extends Seeder
{
    /** Colours of the cooperative's printed matter: dark, light. */
    private const LABEL = ['#2B1A0E', '#FFFAEC'];

    private const GARDEN = ['#143D2B', '#F4F8F1'];

    private const PLAIN = ['#14201C', '#FFFFFF'];

    public function run(SaveGlyph $save): void
    {
        if (User::query()->exists()) {
            return;
        }
        /** @var array{email: string, password: string} $demo */
        $demo = Config::array('keen.demo');
        $workspace = Workspace::create(['name' => 'Fennmoor Beekeepers’ Cooperative']);
        $user = new User(['name' => 'Ines Calder', 'email' => $demo['email'], 'password' => $demo['password']]);
        $user->workspace()->associate($workspace)->save();

        $glyphs = self::glyphs();
        foreach ($glyphs as $i => $glyph) {
            // Spread over the past weeks, the newest last, as they would have been made.
            Carbon::setTestNow(now()->subHours(31 * (count($glyphs) - 1 - $i) + $i % 5));
            $save->create($user, $glyph);
            Carbon::setTestNow();
        }
    }

    /** @return list<array<string, mixed>> */
    private static function glyphs(): array
    {
        $link = static fn (string $name, string $url, array $inks, array $more = []): array => ['name' => $name, 'kind' => 'link', 'text' => $url, 'dark' => $inks[0], 'light' => $inks[1], ...$more];
        $text = static fn (string $name, string $said, array $more = []): array => ['name' => $name, 'kind' => 'text', 'text' => $said, 'dark' => self::PLAIN[0], 'light' => self::PLAIN[1], ...$more];
        $glyphs = [];
        foreach (['1-A', '1-B', '2-A', '2-B', '3-A', '17-B'] as $hive) {
            $glyphs[] = $text("Hive tag $hive", "HIVE $hive / APIARY NORTH", ['level' => 'H', 'module_px' => 12]);
        }

        // One of most kinds, from the starters that every new user is offered.
        $starter = static fn (string $name, Kind $kind, array $inks, int $which = 0): array => ['name' => $name, 'kind' => $kind->value, 'fields' => Starters::of($kind)[$which]['fields'], 'dark' => $inks[0], 'light' => $inks[1]];

        return [
            ...$glyphs,
            $link('Visitors’ page', 'https://fennmoor.example/visit', self::GARDEN, ['level' => 'Q']),
            $link('Apiary North, how to find us', 'https://fennmoor.example/apiary/north#arrive', self::GARDEN),
            $link('Members’ rota', 'https://members.fennmoor.example/rota', self::PLAIN),
            $link('Honey show leaflet', 'https://fennmoor.example/show/2026', self::GARDEN, ['level' => 'Q', 'size_px' => 600]),
            $link('Honey show, entry form', 'https://fennmoor.example/show/2026/enter?class=heather', self::GARDEN),
            $link('Extraction day, sign up', 'https://members.fennmoor.example/extraction/2026-12-05', self::PLAIN),
            $link('Extracting House manual', 'https://docs.fennmoor.example/extracting-house/manual', self::PLAIN, ['level' => 'H']),
            $link('Jar returns', 'https://fennmoor.example/returns', self::LABEL, ['level' => 'Q']),
            $link('Blossom honey jar 227 g', 'https://fennmoor.example/jar/blossom-227?batch=B26-02', self::LABEL, ['level' => 'Q', 'module_px' => 10]),
            $link('Soft set jar 340 g', 'https://fennmoor.example/jar/soft-set-340?batch=S26-04', self::LABEL, ['level' => 'Q', 'module_px' => 10]),
            $link('Comb in frame 400 g', 'https://fennmoor.example/jar/comb-400?batch=C26-01', self::LABEL, ['level' => 'Q', 'module_px' => 10]),
            $link('Heather honey jar 340 g', 'https://fennmoor.example/jar/heather-340?batch=H26-07', self::LABEL, ['level' => 'Q', 'module_px' => 10]),
            $link('API status, wall screen', 'https://status.fennmoor.example/', self::PLAIN, ['level' => 'L', 'size_px' => 900]),
            $text('Scales, shed 2, serial', 'FENNMOOR SCALE 0042 / SHED 2', ['level' => 'H']),
            $link('Swarm hotline page', 'https://fennmoor.example/swarm', self::PLAIN, ['level' => 'H', 'module_px' => 16]),
            $starter('Honey house Wi-Fi', Kind::Wifi, self::PLAIN),
            $starter('Ines Calder, card', Kind::Contact, self::GARDEN),
            $starter('Hive helpline', Kind::Call, self::PLAIN),
            $starter('Join the hive watch', Kind::Chat, self::GARDEN),
            $starter('Heather harvest days', Kind::Event, self::GARDEN, 2),
            $starter('Honey subscription, transfer', Kind::Sepa, self::PLAIN),
            $starter('Case of 12 jars, elements', Kind::Gs1Elements, self::PLAIN),
            $starter('Heather honey jar, Digital Link', Kind::Gs1Link, self::PLAIN),
        ];
    }
}
