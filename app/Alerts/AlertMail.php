<?php

declare(strict_types=1);

namespace App\Alerts;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Mail\Mailable;
use Illuminate\Mail\Mailables\Content;
use Illuminate\Mail\Mailables\Envelope;

/** A few lines about a waypoint. It is put into the queue within the transaction that it is about: sent once, or not at all. */
final class AlertMail extends Mailable implements ShouldQueue
{
    use Queueable;

    public int $tries = 5;

    /** @var list<int> seconds before each further try */
    public array $backoff = [30, 300, 1800, 7200];

    /**
     * @param  string  $waypoint  its name
     * @param  string  $says  what happened, in a sentence
     * @param  string  $because  what was asked for
     */
    public function __construct(public readonly string $waypoint, public readonly string $says, public readonly string $because, public readonly string $workspace, public readonly string $link)
    {
        $this->beforeCommit();
    }

    public function envelope(): Envelope
    {
        // One line, whatever the waypoint is called.
        return new Envelope(subject: mb_substr((string) preg_replace('/\s+/u', ' ', "$this->waypoint: $this->says"), 0, 150));
    }

    public function content(): Content
    {
        return new Content(text: 'mail.alert');
    }
}
