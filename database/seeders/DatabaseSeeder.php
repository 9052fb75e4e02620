<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\Admit;
use App\Actions\ManageKey;
use App\Actions\SaveFinish;
use App\Actions\SaveGate;
use App\Actions\SaveGlyph;
use App\Checks\LookAtPrint;
use App\Checks\RecordResult;
use App\Checks\StartCheck;
use App\Csv\CsvWriter;
use App\Keys\KeySort;
use App\Models\Key;
use App\Models\Membership;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Resolver\Identifier;
use App\Resolver\SaveLink;
use App\Waypoints\SaveWaypoint;
use App\Waypoints\WriteTrail;
use Illuminate\Database\Seeder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Render\PngFile;
use KeenGlyph\Core\Route\Route;

/** Demo data: what a developer at the Fennmoor Beekeepers' Cooperative would have, made by the application's own actions. */
final class DatabaseSeeder extends Seeder
{
    /** Colours of the cooperative's printed matter: dark, light. */
    private const LABEL = ['#2B1A0E', '#FFFAEC'];

    private const GARDEN = ['#143D2B', '#F4F8F1'];

    /** Which glyphs use a saved finish; the others have two inks alone. */
    private const FINISHED = [
        'Visitors’ page' => 'Show leaflet', 'Honey show leaflet' => 'Show leaflet', 'Honey show, entry form' => 'Show leaflet', 'Jar returns' => 'Market plate',
        'Blossom honey jar 227 g' => 'Jar label', 'Soft set jar 340 g' => 'Jar label', 'Comb in frame 400 g' => 'Jar label', 'Heather honey jar 340 g' => 'Jar label',
        'Ines Calder, card' => 'Member card', 'Members’ rota' => 'Member card',
    ];

    private const PLAIN = ['#14201C', '#FFFFFF'];

    /**
     * The cooperative's six finishes: name, then how it looks. The first is the default.
     *
     * @return array<string, array<string, mixed>>
     */
    private static function finishes(): array
    {
        return [
            'Plain' => ['dark' => '#14201C', 'light' => '#FFFFFF'],
            'Jar label' => ['dark' => '#2B1A0E', 'light' => '#FFFAEC', 'shape' => 'disc', 'ring' => 'soft', 'centre' => 'hexagon', 'centre_ink' => '#6E2A08', 'mark' => ['icon' => 'comb', 'size' => 7, 'padding' => 0.75, 'plate' => 'square']],
            'Show leaflet' => ['dark' => '#143D2B', 'light' => '#F4F8F1', 'shape' => 'poured', 'ring' => 'soft', 'centre' => 'soft', 'gradient' => ['kind' => 'linear', 'angle' => 45, 'stops' => [['at' => 0, 'ink' => '#0F3A28'], ['at' => 1, 'ink' => '#2A4A0C']]]],
            'Hive tag' => ['dark' => '#1A1400', 'light' => '#F6C445', 'shape' => 'square', 'ring' => 'cut', 'corner' => 2, 'border' => 0.5, 'padding' => 1, 'caption' => ['text' => 'Fennmoor hive', 'layout' => 'beneath', 'size' => 3]],
            'Member card' => ['dark' => '#2C2266', 'light' => '#F7F5FF', 'shape' => 'soft', 'ring' => 'soft', 'centre' => 'disc', 'mark' => ['text' => 'FB', 'size' => 5, 'padding' => 0.75, 'plate' => 'soft']],
            'Market plate' => ['dark' => '#1D2A33', 'light' => '#FFFFFF', 'shape' => 'leaf', 'ring' => 'soft', 'centre' => 'octagon', 'corner' => 3, 'caption' => ['text' => 'Scan me for honey', 'layout' => 'plate', 'size' => 3.5]],
        ];
    }

    public function run(SaveGlyph $save, SaveFinish $finishes): void
    {
        if (User::query()->exists()) {
            return;
        }
        /** @var array{email: string, password: string} $demo */
        $demo = Config::array('keen.demo');
        $workspace = Workspace::create(['name' => 'Fennmoor Beekeepers’ Cooperative', 'chat_template' => 'https://chat.fennmoor.example/{number}?text={message}']);
        $user = new User(['name' => 'Ines Calder', 'email' => $demo['email'], 'password' => $demo['password']]);
        $user->save();
        $member = $user->join($workspace, Role::Owner);
        // A second workspace, where she reads what the show committee makes.
        $user->join(self::show($save), Role::Reader);
        $user->update(['last_workspace_id' => $workspace->id]);

        $ids = [];
        foreach (self::finishes() as $name => $values) {
            $ids[$name] = $finishes->create($workspace, ['name' => $name, 'finish' => $values, 'is_default' => $ids === []])->id;
        }

        $glyphs = self::glyphs();
        foreach ($glyphs as $i => $glyph) {
            // Spread over the past weeks, the newest last, as they would have been made.
            Carbon::setTestNow(now()->subHours(31 * (count($glyphs) - 1 - $i) + $i % 5));
            $glyph['shelf'] = self::shelf($glyph['name']);
            $finish = self::FINISHED[$glyph['name']] ?? (str_starts_with($glyph['name'], 'Hive tag') ? 'Hive tag' : null);
            $save->create($member, $finish === null ? $glyph : [...array_diff_key($glyph, ['dark' => 1, 'light' => 1]), 'finish_id' => $ids[$finish]]);
            Carbon::setTestNow();
        }
        $workspace->update(['zone' => 'Europe/London']);
        self::waypoints($member);
        self::check($workspace);
        self::gate($workspace);
        (new PageSeeder)->run($member);
        self::keys($user, $workspace);
    }

    /** The honey show's own small workspace, whose editor is Rhys. */
    private static function show(SaveGlyph $save): Workspace
    {
        $show = Workspace::create(['name' => 'Fennmoor Honey Show']);
        // Nobody signs in as Rhys: his password is known to no one.
        $rhys = User::create(['name' => 'Rhys Ferrier', 'email' => 'rhys@fennmoor.example', 'password' => Str::random(40)]);
        $editor = $rhys->join($show, Role::Owner);
        foreach (['Stewards’ desk' => 'https://fennmoor.example/show/2026/stewards', 'Judging times' => 'https://fennmoor.example/show/2026/judging'] as $name => $text) {
            $save->create($editor, ['name' => $name, 'kind' => 'link', 'text' => $text, 'dark' => self::GARDEN[0], 'light' => self::GARDEN[1]]);
        }

        return $show;
    }

    private static function shelf(string $name): ?string
    {
        return match (true) {
            str_starts_with($name, 'Hive tag') => 'Hive tags',
            str_contains($name, 'jar') || str_contains($name, 'Comb') => 'Jar labels',
            default => null,
        };
    }

    /** Three waypoints as they would stand in a season, with a month's trail of the first. */
    private static function waypoints(Membership $member): void
    {
        $save = app(SaveWaypoint::class);
        $link = static fn (string $path): array => ['link' => "https://fennmoor.example$path"];
        $save->create($member, 'Honey show programme', Route::of(['else' => $link('/show/2026/programme'), 'ends_at' => '2027-09-30T18:00:00+00:00', 'then' => $link('/show')]), 'SHOW-26', 6, true);
        $save->create($member, 'Heather jar, behind the label', Route::of(['else' => $link('/jar/heather-340'), 'rules' => [['when' => [['share' => ['from' => 0, 'to' => 50]]], 'to' => $link('/jar/heather-340/recipe')]]]), null, 6, false);
        $hotline = $save->create($member, 'Swarm hotline', Route::of([
            'else' => $link('/swarm'),
            'rules' => [
                ['when' => [['hours' => ['from' => '21:00', 'to' => '06:00', 'zone' => 'Europe/London']]], 'to' => $link('/swarm/night')],
                ['when' => [['language' => ['cy']]], 'to' => $link('/cy/haid')],
                ['when' => [['country' => ['FR', 'BE']]], 'to' => $link('/fr/essaim')],
                ['when' => [['device' => ['phone']]], 'to' => ['link' => 'tel:+447700900123']],
            ],
            'tags' => ['source' => 'hive-tag', 'medium' => 'print'],
        ]), 'SWARM', 6, true);
        $resolver = app(SaveLink::class);
        foreach ([['/01/09520123456788', 'pip', '/jar/heather-340', 'Heather honey 340 g', 'en', true, false], ['/01/09520123456788', 'pip', '/cy/jar/heather-340', 'Mêl grug 340 g', 'cy', true, false], ['/01/09520123456788', 'recipeInfo', '/recipes/heather', 'Recipes with heather honey', null, false, false], ['/01/09520123456788/10/H25-03', 'recallStatus', '/recall/h25-03', 'Batch H25-03 is recalled', null, false, true]] as [$path, $type, $to, $title, $language, $isDefault, $isRecall]) {
            $resolver->create($member->workspace, Identifier::of($path), ['type' => $type, 'href' => "https://fennmoor.example$to", 'title' => $title, 'language' => $language, 'is_default' => $isDefault, 'is_recall' => $isRecall]);
        }
        $scans = [];
        // A season's rhythm that is the same every time: more at weekends, few at night.
        for ($day = 29; $day >= 0; $day--) {
            for ($i = 0, $many = 14 + ($day * 7) % 11 + ($day % 7 < 2 ? 16 : 0); $i < $many; $i++) {
                $at = now()->startOfDay()->subDays($day)->addMinutes((($i * 97 + $day * 31) % 900) + 360);
                $turn = ($i * 7 + $day) % 20;
                [$language, $country, $device] = [$turn === 3 ? 'cy' : ($turn === 8 ? 'fr' : 'en'), $turn === 8 ? 'BE' : 'GB', $turn === 11 ? 'tablet' : ($turn === 17 ? 'desktop' : 'phone')];
                $hour = (int) $at->copy()->setTimezone('Europe/London')->format('G');
                $rule = $hour >= 21 || $hour < 6 ? 0 : ($language === 'cy' ? 1 : ($country === 'BE' ? 2 : ($device === 'phone' ? 3 : -1)));
                if ($at->isPast()) {
                    $scans[] = [$at->format('Y-m-d\TH:i:s.uP'), $hotline->id, 1, $rule, $turn === 19 ? 'preview' : 'scan', $device, $i % 3 === 0 ? 'ios' : ($device === 'desktop' ? 'windows' : 'android'), $language, $country, $turn === 5 ? 'forum.example' : '', substr(hash('sha256', "$day ".intdiv($i * 4, 5)), 0, 16)];
                }
            }
        }
        $file = tempnam(sys_get_temp_dir(), 'trail').'.log';
        file_put_contents($file, implode("\n", array_map(static fn (array $scan): string => (string) json_encode($scan), $scans))."\n");
        (new WriteTrail)->write($file);
    }

    /** A field check of the heather jar, as testers at the market answered it: their pictures are the bench's. */
    private static function check(Workspace $workspace): void
    {
        $glyph = $workspace->glyphs()->where('name', 'Heather honey jar 340 g')->firstOrFail();
        $check = (new StartCheck)->start($workspace, $glyph, 'Hold this label 25 cm away and read it once.', 240);
        $composition = $glyph->composition();
        $bench = new ProofBench($composition->printed(), $composition->symbol->text);
        $record = new RecordResult;
        foreach ([['Phone, rear 12 Mpx', 'recent_phone', Condition::Tilt, 34.0], ['Phone, rear 12 Mpx', 'recent_phone', Condition::Glare, 6.0], ['Phone, rear 5 Mpx', 'entry_phone', Condition::LowLight, 60.0], ['Tablet at the stall', 'tablet', Condition::Turn, 20.0]] as [$name, $device, $condition, $figure]) {
            $seen = $bench->sample(Devices::named($device), $condition, $figure)->photograph->picture;
            $found = (new LookAtPrint)->look(PngFile::grey($seen->width, $seen->height, $seen->pixels), $check->text, false);
            $record->send($record->ofPicture($check, $found, 1), $check, $name);
        }
        foreach (['read', 'read', 'unread'] as $outcome) {
            $record->byHand($check, 'Market stall till', $outcome);
        }
    }

    /** Sixty cards for the extraction day, some of whose holders are here already. */
    private static function gate(Workspace $workspace): void
    {
        $first = ['Ines', 'Rhys', 'Tom', 'Maud', 'Oren', 'Bela', 'Nell', 'Ivo', 'Petra', 'Hal'];
        $last = ['Calder', 'Ferrier', 'Ap Owen', 'Lindqvist', 'Moss', 'Okafor'];
        $rows = [['code', 'name']];
        for ($i = 0; $i < 60; $i++) {
            $rows[] = [sprintf('FENN-CARD-%04d', 11 + 7 * $i), $first[$i % 10].' '.$last[intdiv($i, 10)]];
        }
        $gate = (new SaveGate)->create($workspace, 'Extraction day, Extracting House', CsvWriter::text($rows), null);
        $admit = new Admit;
        for ($i = 0; $i < 24; $i++) {
            Carbon::setTestNow(now()->subMinutes(90 - 3 * $i));
            $admit->admit($gate, sprintf('FENN-CARD-%04d', 11 + 7 * ($i * 11 % 60)), $i % 3 === 0 ? 'South door' : 'North door');
            Carbon::setTestNow();
        }
    }

    /** Keys as a developer there would have them, with a month's use that rises and falls as mailings go out. */
    private static function keys(User $user, Workspace $workspace): void
    {
        $manage = new ManageKey;
        $keys = [
            'Newsletter' => ['sort' => KeySort::Publishable, 'abilities' => ['draw'], 'quota' => 10_000, 'max_px' => 720, 'per_minute' => 600],
            'Till server' => ['abilities' => ['draw', 'read'], 'quota' => 40_000],
            'Door, Swarm Week' => ['abilities' => ['read', 'gates']],
            'Hatch page' => ['sort' => KeySort::Publishable, 'abilities' => ['draw', 'read'], 'origins' => ['https://www.fennmoor.example'], 'must_sign' => false, 'quota' => 5_000],
        ];
        foreach ($keys as $name => $given) {
            [$key] = $manage->create($user, $workspace, [...$given, 'name' => $name]);
            Key::query()->whereKey($key->id)->update(['created_at' => now()->subDays(90 - 10 * $key->id), 'last_used_at' => $name === 'Hatch page' ? null : now()->subMinutes(7 * $key->id)]);
            self::use($key, $name);
        }
        [$old] = $manage->create($user, $workspace, ['name' => 'Press run 2025', 'abilities' => ['draw', 'glyphs:read']]);
        $manage->revoke($old);
    }

    private static function use(Key $key, string $name): void
    {
        $month = now('UTC')->startOfMonth();
        $used = 0;
        for ($day = $month->copy(); $day->lte(now('UTC')); $day->addDay()) {
            $calls = match ($name) {
                'Newsletter' => $day->dayOfWeek === Carbon::TUESDAY ? 980 + 13 * $day->day : 60 + 7 * $day->day,
                'Till server' => ($day->isWeekend() ? 260 : 720) + 11 * $day->day,
                'Door, Swarm Week' => $day->isSaturday() ? 58 : 0,
                default => 0,
            };
            $used += $calls;
            if ($calls > 0) {
                DB::table('key_days')->insert(['key_id' => $key->id, 'day' => $day->format('Y-m-d'), 'what' => $name === 'Door, Swarm Week' ? 'gates' : 'draw', 'calls' => $calls]);
            }
        }
        DB::table('key_meters')->where('key_id', $key->id)->update(['used' => $used]);
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
        $starter = static fn (string $name, Kind $kind, array $inks, int $which = 0): array => ['name' => $name, 'kind' => $kind->value, 'fields' => $kind->metadata()->starters[$which]['fields'], 'dark' => $inks[0], 'light' => $inks[1]];

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
