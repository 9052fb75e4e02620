<?php

declare(strict_types=1);

namespace Database\Factories;

use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Database\Eloquent\Factories\Factory;
use Illuminate\Support\Str;

/** @extends Factory<User> */
final class UserFactory extends Factory
{
    public const PASSWORD = 'smoke-and-sugar';

    protected $model = User::class;

    /** The owner of a workspace of their own. */
    public function configure(): static
    {
        return $this->afterCreating(static function (User $user): void {
            if ($user->memberships()->doesntExist()) {
                $user->join(Workspace::factory()->create(), Role::Owner);
            }
        });
    }

    public function definition(): array
    {
        return [
            'name' => 'Tam Wetherby',
            'email' => Str::lower(Str::random(10)).'@fennmoor.example',
            'password' => self::PASSWORD,
        ];
    }
}
