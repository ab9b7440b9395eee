using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gemmifer.Data.Migrations
{
    /// <inheritdoc />
    public partial class Incarnations : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "By",
                table: "Photos",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "RemovedAt",
                table: "Photos",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Binned",
                table: "Log",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "By",
                table: "Log",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Sent",
                table: "Answers",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Garden",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Incarnation = table.Column<string>(type: "TEXT", nullable: false),
                    DemoInside = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Garden", x => x.Id);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Garden");

            migrationBuilder.DropColumn(
                name: "By",
                table: "Photos");

            migrationBuilder.DropColumn(
                name: "RemovedAt",
                table: "Photos");

            migrationBuilder.DropColumn(
                name: "Binned",
                table: "Log");

            migrationBuilder.DropColumn(
                name: "By",
                table: "Log");

            migrationBuilder.DropColumn(
                name: "Sent",
                table: "Answers");
        }
    }
}
