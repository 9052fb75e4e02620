<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use DateTimeImmutable;
use KeenGlyph\Core\Route\AmongClause;
use KeenGlyph\Core\Route\GeoPoint;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\RouteSchema;
use KeenGlyph\Core\Route\Visitor;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Throwable;

#[AsCommand('route', 'What a visitor would get of a waypoint’s rules, and which answered why')]
final class RouteCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('file', InputArgument::OPTIONAL, 'The rules as JSON; - reads them from stdin')
            ->addOption('language', null, InputOption::VALUE_REQUIRED, 'As the device asks for it, such as cy,en-GB')
            ->addOption('device', null, InputOption::VALUE_REQUIRED, implode(', ', AmongClause::DEVICES))
            ->addOption('platform', null, InputOption::VALUE_REQUIRED, implode(', ', AmongClause::PLATFORMS))
            ->addOption('country', null, InputOption::VALUE_REQUIRED, 'Two letters')
            ->addOption('place', null, InputOption::VALUE_REQUIRED, 'Latitude and longitude, such as 54.1,-2.05')
            ->addOption('refuses', null, InputOption::VALUE_NONE, 'The visitor does not tell their place')
            ->addOption('at', null, InputOption::VALUE_REQUIRED, 'The moment with its zone; now when left out')
            ->addOption('scan', null, InputOption::VALUE_REQUIRED, 'Which scan it is, from 1')
            ->addOption('slot', null, InputOption::VALUE_REQUIRED, 'Place among a hundred, for shares')
            ->addOption('check', null, InputOption::VALUE_NONE, 'Only say what is wrong with the rules; exits 1 when something is')
            ->addOption('schema', null, InputOption::VALUE_NONE, 'The JSON Schema of rules')
            ->addOption('json', null, InputOption::VALUE_NONE, 'The answer as JSON')
            ->setHelp(Application::HELP);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        if ($arguments->has('schema')) {
            $report->json(RouteSchema::toArray('keen-glyph-route'));

            return 0;
        }
        $file = $arguments->words('file')[0] ?? throw new UsageError('Give the rules: bin/glyph route rules.json --language cy.');
        $given = json_decode($file === '-' ? (string) stream_get_contents(STDIN) : Files::read($file), true);
        if (! is_array($given)) {
            throw new UsageError("“{$file}” holds no JSON.");
        }
        try {
            $route = Route::of($given);
            $visitor = self::visitor($arguments);
        } catch (InvalidRoute $e) {
            $report->error(($e->field === '' ? '' : "$e->field: ").$e->getMessage());

            return 1;
        }
        $faults = $route->faults($visitor->at);
        if ($arguments->has('check')) {
            $arguments->has('json') ? $report->json(['valid' => $faults === [], 'faults' => $faults]) : array_map(static fn (array $fault) => $report->line(($fault['rule'] < 0 ? 'otherwise' : 'rule '.($fault['rule'] + 1)).": {$fault['message']}"), $faults);

            return $faults === [] ? 0 : 1;
        }
        $isOver = $route->isOver($visitor->at, $visitor->number);
        $decision = $route->decide($visitor);
        $target = $isOver ? $route->then : $decision->target;
        $answer = [
            'rule' => $isOver ? null : $decision->rule, 'over' => $isOver, 'asks' => ! $isOver && $decision->asks, 'target' => $target?->toArray(), 'link' => $target?->kind === 'link' ? $target->tagged($route->tags) : null,
            'words' => $target?->words() ?? 'a page that says that it has ended', 'why' => $isOver ? [] : $decision->why, 'faults' => $faults,
        ];
        if ($arguments->has('json')) {
            $report->json($answer);

            return 0;
        }
        $report->line(($isOver ? 'It has ended: ' : ($decision->rule === null ? 'Otherwise: ' : 'Rule '.($decision->rule + 1).': ')).($answer['asks'] ? 'asks for the place first' : ($answer['link'] ?? $answer['words'])));
        foreach ($answer['why'] as $why) {
            $report->line('  '.($why['rule'] + 1).": {$why['words']}");
        }

        return 0;
    }

    /** @throws UsageError */
    private static function visitor(Arguments $arguments): Visitor
    {
        foreach (['device' => AmongClause::DEVICES, 'platform' => AmongClause::PLATFORMS] as $name => $known) {
            if ($arguments->has($name) && ! in_array($arguments->get($name), $known, true)) {
                throw new UsageError("--$name is one of ".implode(', ', $known).'.');
            }
        }
        $place = explode(',', (string) $arguments->get('place'));
        if ($arguments->has('place') && (count($place) !== 2 || ! is_numeric($place[0]) || ! is_numeric($place[1]))) {
            throw new UsageError('--place takes latitude and longitude, such as 54.1,-2.05.');
        }
        try {
            $at = new DateTimeImmutable($arguments->get('at') ?? 'now');
        } catch (Throwable) {
            throw new UsageError('--at takes a moment with its zone, such as 2027-06-12T18:30:00Z.');
        }
        $country = $arguments->get('country');

        return new Visitor(
            $at, Visitor::languagesOf((string) $arguments->get('language')), $arguments->get('device') ?? 'unknown', $arguments->get('platform') ?? 'unknown', $country === null ? null : strtoupper($country),
            $arguments->has('place') ? new GeoPoint((float) $place[0], (float) $place[1]) : null, ! $arguments->has('refuses'), $arguments->integer('scan') ?? 1, $arguments->decimal('slot') ?? 0.0,
        );
    }
}
